/** The checks of commissioning against the stand-ins, in simulated time. */
import { describe, expect, it } from "vitest";
import type { CheckId } from "#core/case/document/types.ts";
import type { ClampTrouble } from "#core/energy/recorder/registers.ts";
import { CHECKS, checkRulesFor } from "#core/install/checks/index.ts";
import { type DoneCheck, makeCheck } from "#core/install/checks/make-check.ts";
import type { SplitterFault } from "#core/install/checks/splitter-registers.ts";
import type { CheckBasis } from "#core/install/checks/types.ts";
import type { Fault } from "./charger/charge-point.ts";
import { type SimulatedHome, simulatedRig } from "./testing/simulated-rig.ts";

const uk: CheckBasis = {
  designedA: 32,
  circuitA: 40,
  limitA: 79,
  leastA: 6,
  readsCharger: true,
  loadMovesAll: false,
  chargerVolts: 230,
  legVolts: 230,
  knownLoad: { name: "a kettle of 2.4 kW", watts: 2400 },
  isSplitter: false,
  chargers: 1,
  hasLostPen: true,
};
const us: CheckBasis = {
  ...uk,
  designedA: 48,
  circuitA: 60,
  limitA: 80,
  loadMovesAll: true,
  chargerVolts: 240,
  legVolts: 120,
  knownLoad: { name: "Water heater", watts: 4500 },
  hasLostPen: false,
};
const split: CheckBasis = { ...us, designedA: 24, circuitA: 30, limitA: null, isSplitter: true };
const shared: CheckBasis = { ...uk, designedA: 32, limitA: null, hasLostPen: false, chargers: 2 };

const HOMES = {
  "a managed home of the UK": { basis: uk, clamps: 1, houseA: 4 },
  "a managed home of the US": { basis: us, clamps: 2, houseA: 6 },
  "a home whose clamps read the house alone": { basis: { ...uk, readsCharger: false }, clamps: 1, houseA: 4 },
  "a home with a splitter": { basis: split, clamps: 0, houseA: 0 },
  "a home with two chargers": { basis: shared, clamps: 0, houseA: 0 },
  "a home with all of it": { basis: { ...uk, isSplitter: true, chargers: 2 }, clamps: 1, houseA: 4 },
  "an unmanaged home": { basis: { ...uk, limitA: null }, clamps: 0, houseA: 0 },
} satisfies Record<string, SimulatedHome>;

async function checked(home: SimulatedHome) {
  const rig = simulatedRig(home);
  const failed = new Set<CheckId>();
  const done: DoneCheck[] = [];
  for (const rule of checkRulesFor(home.basis)) done.push(await makeCheck(rule, () => rig, failed));
  return { done, tookS: rig.nowS() };
}
const failing = ({ done }: Awaited<ReturnType<typeof checked>>) =>
  done.filter(({ verdict }) => verdict === "fail").map(({ id }) => id);

describe("the checks", () => {
  it.each(Object.entries(HOMES))("all pass in %s, within 90 s", async (_, home) => {
    const found = await checked(home);
    expect(found.done.map(({ id, verdict, text }) => [id, verdict, text])).toEqual(
      checkRulesFor(home.basis).map(({ id }) => [id, "pass", expect.any(String)]),
    );
    expect(found.tookS).toBeLessThan(90);
  });
  it("are eight, and each is made in one of these homes", () => {
    const made = new Set(Object.values(HOMES).flatMap(({ basis }) => checkRulesFor(basis).map(({ id }) => id)));
    expect([...made].sort()).toEqual(CHECKS.map(({ id }) => id).sort());
  });
});

describe("a fault of the charger is found by the check that is there for it, and by no other", () => {
  const managed = HOMES["a managed home of the UK"];
  const FOUND: Record<Fault, { by: string; home: SimulatedHome }> = {
    "wrong-limit": { by: "limit", home: managed },
    "pilot-stuck": { by: "limit", home: managed },
    "slow-throttle": { by: "throttle", home: managed },
    "ignores-clamp": { by: "throttle", home: managed },
    "welded-contactor": { by: "throttle", home: managed },
    "drops-line": { by: "signal-lost", home: managed },
    "keeps-on-without-signal": { by: "signal-lost", home: managed },
    "forgets-clamp-at-restart": { by: "power-back", home: managed },
    "pen-stays-closed": { by: "lost-pen", home: managed },
    "pen-leaves-earth": { by: "lost-pen", home: managed },
    "ignores-share": { by: "two-chargers", home: HOMES["a home with two chargers"] },
  };
  it.each(Object.entries(FOUND))("%s", async (fault, { by, home }) => {
    const faults = [fault as Fault];
    expect(failing(await checked({ ...home, faults, secondFaults: fault === "ignores-share" ? faults : [] }))).toEqual([
      by,
    ]);
  });
  it.each(["wrong-limit", "slow-throttle", "ignores-clamp", "welded-contactor"] as const)(
    "%s in the US, too",
    async (fault) => {
      const found = await checked({ ...HOMES["a managed home of the US"], faults: [fault] });
      expect(failing(found)).toEqual([FOUND[fault].by]);
    },
  );
  it("of an unmanaged charger: a welded contactor shows when the power is back", async () => {
    const found = await checked({ ...HOMES["an unmanaged home"], faults: ["wrong-limit"] });
    expect(failing(found)).toEqual(["limit"]);
  });
});

describe("a fault of the clamps is found by the clamp check, with its name", () => {
  const WORDS: Record<Exclude<ClampTrouble, "none">, RegExp> = {
    reversed: /wrong way round/,
    open: /close its jaws/,
    "wrong-conductor": /another conductor/,
    "wrong-ratio": /another ratio/,
    "no-signal": /no signal/,
    noise: /unsteadily/,
  };
  const cases = ["a managed home of the UK", "a managed home of the US"].flatMap((name) =>
    Object.entries(WORDS).map(([trouble, words]) => [trouble, name, words] as const),
  );
  it.each(cases)("%s in %s", async (trouble, name, words) => {
    const found = await checked({ ...HOMES[name as keyof typeof HOMES], trouble: trouble as ClampTrouble });
    expect(failing(found)).toEqual(["clamp"]);
    expect(found.done.find(({ id }) => id === "clamp")?.text).toMatch(words);
  });
  it("and so are clamps on the other side of the division", async () => {
    const home = HOMES["a managed home of the UK"];
    const rig = simulatedRig({ ...home, basis: { ...uk, readsCharger: false } });
    const [, clamp] = checkRulesFor(uk);
    const outcome = await clamp?.run({ ...rig, basis: uk });
    expect(outcome).toMatchObject({ verdict: "fail", text: expect.stringContaining("other side") });
  });
});

describe("a fault of the splitter is found by its check", () => {
  it.each([
    ["both-on", /ran together/],
    ["slow-change-over", /s after the appliance began/],
  ] as const)("%s", async (splitterFault: SplitterFault, words) => {
    const found = await checked({ ...HOMES["a home with a splitter"], splitterFault });
    expect(failing(found)).toEqual(["splitter"]);
    expect(found.done.find(({ id }) => id === "splitter")?.text).toMatch(words);
  });
});

describe("a check that cannot be made", () => {
  const verdicts = async (home: SimulatedHome) =>
    Object.fromEntries((await checked(home)).done.map(({ id, verdict }) => [id, verdict]));
  it("is not done where nobody does what it asks for", async () => {
    const home = HOMES["a managed home of the UK"];
    expect(await verdicts({ ...home, refuses: "load" })).toMatchObject({ clamp: "not-done", throttle: "not-done" });
    expect(await verdicts({ ...home, refuses: "signal" })).toMatchObject({
      "signal-lost": "not-done",
      "power-back": "not-done",
    });
    expect(await verdicts({ ...home, refuses: "voltage" })).toMatchObject({ "lost-pen": "not-done" });
  });
  it("is not done where the charger takes no request that it needs", async () => {
    expect(await verdicts({ ...HOMES["an unmanaged home"], isMute: true })).toMatchObject({
      limit: "pass",
      "power-back": "not-done",
    });
  });
  it("is not done where the charger sends its current too seldom: no value is no pause", async () => {
    const home = { ...HOMES["a managed home of the UK"], sendsEveryS: 16 };
    expect(await verdicts(home)).toMatchObject({
      limit: "pass",
      clamp: "pass",
      throttle: "not-done",
      "signal-lost": "not-done",
    });
    expect(await verdicts({ ...home, sendsEveryS: 4 })).toMatchObject({ throttle: "pass" });
  });
  it("is not made while one fails that it waits for", async () => {
    const found = await checked({ ...HOMES["a managed home of the UK"], trouble: "reversed" });
    expect(found.done.find(({ id }) => id === "throttle")).toMatchObject({
      verdict: "not-done",
      text: "First this has to pass: Clamp",
    });
  });
});
