import { describe, expect, it } from "vitest";
import { assess } from "#core/testing/assess.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { blockedBy, CHECKS, checkBasis, checksOf } from "./index.ts";
import { judgeLimit } from "./limit.ts";
import { judgeLostPen } from "./lost-pen.ts";
import { type ClampMove, knownLoadOf, placingOf, rehearsedPlacings } from "./placings.ts";
import { judgePowerBack } from "./power-back.ts";
import { longestS } from "./record.ts";
import { judgeSignalLost } from "./signal-lost.ts";
import { judgeSplitter } from "./splitter.ts";
import { judgeThrottle } from "./throttle.ts";
import { judgeTwoChargers } from "./two-chargers.ts";
import type { ChargerSample, CheckBasis, CheckRecord, CheckSample, Mark, MarkName } from "./types.ts";

const basis: CheckBasis = {
  designedA: 32,
  circuitA: 40,
  limitA: 79,
  leastA: 6,
  readsCharger: true,
  loadMovesAll: false,
  chargerVolts: 230,
  legVolts: 230,
  knownLoad: { name: "a kettle", watts: 2400 },
  isSplitter: false,
  chargers: 1,
  hasLostPen: true,
};
const charger = (currentA: number | null, more: Partial<ChargerSample> = {}): ChargerSample => ({
  offeredA: currentA,
  currentA,
  voltageV: 230,
  status: "Charging",
  errorCode: "NoError",
  info: null,
  lost: 0,
  ...more,
});
const sample = (atS: number, more: Partial<CheckSample> = {}): CheckSample => ({
  atS,
  charger: charger(32),
  second: null,
  clamps: [{ amps: 36, watts: 8280, signal: true }],
  splitter: null,
  ...more,
});
const clamps = (amps: number, signal = true) => [{ amps, watts: amps * 230, signal }];
const record = (samples: CheckSample[], ...marks: [what: MarkName, atS: number][]): CheckRecord => ({
  samples,
  marks: marks.map(([what, atS]): Mark => ({ what, atS })),
});

describe("the checks of a job", () => {
  const idsOf = (document: ReturnType<typeof loggedUkHome>) => checksOf(document, assess(document)).map(({ id }) => id);
  it("are those of the way that is taken", () => {
    expect(idsOf(loggedUkHome())).toEqual(["limit", "lost-pen", "power-back"]);
    const managed = { ...knownUsHome(), decision: { way: "dynamic-load-management" } } as never;
    expect(idsOf(managed)).toEqual(["limit", "clamp", "throttle", "signal-lost", "power-back"]);
    expect(checkBasis(managed, assess(managed))).toMatchObject({
      limitA: 160,
      loadMovesAll: true,
      legVolts: 120,
      readsCharger: true,
      knownLoad: { watts: 4500 },
    });
  });
  it("have the last entry of the log", () => {
    const at = "2026-11-20T10:00:00Z";
    const home = loggedUkHome();
    const logged = {
      ...home,
      installation: { ...home.installation, checks: [{ id: "limit" as const, verdict: "pass" as const, at }] },
    };
    expect(checksOf(logged, assess(logged))[0]).toMatchObject({ id: "limit", entry: { verdict: "pass" } });
  });
  it("wait for those that say whether they say anything", () => {
    const throttle = CHECKS.find(({ id }) => id === "throttle");
    if (!throttle) throw new Error("there is no throttle");
    expect(blockedBy(throttle, new Set(["clamp", "lost-pen"])).map(({ id }) => id)).toEqual(["clamp"]);
  });
});

describe("the limit", () => {
  const offered = (...all: (number | null)[]) =>
    judgeLimit(record(all.map((offeredA, i) => sample(i, { charger: charger(6, { offeredA }) }))), basis)?.verdict;
  it.each([
    [32, "pass"],
    [32.5, "pass"],
    [32.51, "fail"],
    [31.5, "pass"],
    [31.49, "fail"],
    [48, "fail"],
  ] as const)("that offers %d A of 32 A: %s", (offeredA, verdict) => {
    expect(offered(offeredA)).toBe(verdict);
  });
  it("is judged by the last value, and not without one", () => {
    expect(offered(48, 32, null)).toBe("pass");
    expect(offered(null)).toBeUndefined();
  });
  it("is not judged where the house leaves less", () => {
    const left = (amps: number, offeredA: number) =>
      judgeLimit(record([sample(0, { charger: charger(offeredA), clamps: clamps(amps) })]), basis)?.verdict;
    expect(left(79, 20)).toBe("not-done");
    expect(left(60, 20)).toBe("fail");
  });
});

describe("the throttle", () => {
  const marks: [MarkName, number][] = [
    ["load-on", 10],
    ["load-off", 20],
  ];
  /** Above the limit for so long after the rise, then paused; back after so much room. */
  const run = (overS: number, backS: number | null, end = 0, more: Partial<ChargerSample> = {}) =>
    judgeThrottle(
      record(
        [
          sample(10, { clamps: clamps(90) }),
          sample(10 + overS, { charger: charger(end, more), clamps: clamps(70) }),
          sample(20, { charger: charger(end, more), clamps: clamps(70) }),
          ...(backS === null ? [] : [sample(20 + backS)]),
        ],
        ...marks,
      ),
      basis,
    );
  it("passes up to 5 s above the limit, and up to a minute and its start", () => {
    expect(run(5, 60)?.verdict).toBe("pass");
    expect(run(5.1, 60)).toMatchObject({ verdict: "fail", text: expect.stringContaining("stayed above") });
    expect(run(2, 75)?.verdict).toBe("pass");
    expect(run(2, 75.1)).toMatchObject({ verdict: "fail", text: expect.stringContaining("did not come back") });
    expect(run(2, null)?.verdict).toBe("fail");
  });
  it("tells a charger that does not pause from a contactor that does not open", () => {
    expect(run(2, 60, 6)?.text).toMatch(/has to pause/);
    expect(run(2, 60, 6, { offeredA: 0 })?.text).toMatch(/contactor does not open/);
    expect(run(2, 60, 6, { status: "SuspendedEVSE" })?.text).toMatch(/contactor does not open/);
  });
  it("is not judged without its marks", () => {
    expect(judgeThrottle(record([sample(0)]), basis)).toBeNull();
  });
});

describe("the lost signal", () => {
  const run = (safeS: number, lost = 0) =>
    judgeSignalLost(
      record(
        [
          sample(10),
          sample(10 + safeS, { charger: charger(6, { lost }) }),
          sample(25, { charger: charger(6.5, { lost }) }),
          sample(26, { charger: charger(32, { lost }) }),
        ],
        ["signal-off", 10],
        ["signal-on", 25],
      ),
      basis,
    );
  it("passes at the safe current within 10 s", () => {
    expect(run(10)?.verdict).toBe("pass");
    expect(run(10.1)?.verdict).toBe("fail");
  });
  it("fails where the charger's own line was lost more than once", () => {
    expect(run(2, 1)?.verdict).toBe("pass");
    expect(run(2, 2)?.text).toMatch(/own line was lost 2 times/);
  });
});

describe("the splitter", () => {
  const at = (atS: number, applianceA: number, chargerA: number) =>
    sample(atS, { splitter: { applianceA, chargerA, delayS: 5 } });
  const run = (offS: number, backS: number, before = 24) =>
    judgeSplitter(
      record(
        [
          at(0, 0, before),
          at(5.5, 0, before),
          at(10, 20, 24),
          at(10 + offS, 20, 0),
          at(20, 0, 0),
          at(20 + backS, 0, 24),
        ],
        ["appliance-on", 10],
        ["appliance-off", 20],
      ),
      { ...basis, circuitA: 30 },
    );
  it("is off within 2 s, and back within its delay", () => {
    expect(run(2, 7)?.verdict).toBe("pass");
    expect(run(2.1, 7)?.text).toMatch(/2.1 s after the appliance began/);
    expect(run(2, 7.1)?.text).toMatch(/did not come back/);
  });
  it("holds a car that takes more than the circuit carries", () => {
    expect(run(2, 5, 30.5)?.verdict).toBe("pass");
    expect(run(2, 5, 31)?.text).toMatch(/more than the 30 A/);
  });
});

describe("two chargers", () => {
  const run = (one: number, other: number, forS: number) =>
    judgeTwoChargers(record([0, forS].map((atS) => sample(atS, { charger: charger(one), second: charger(other) }))), {
      ...basis,
      limitA: null,
    })?.verdict;
  it("hold what they share, or leave it within 5 s", () => {
    expect(run(16, 16.5, 6)).toBe("pass");
    expect(run(16, 17, 5)).toBe("pass");
    expect(run(16, 17, 5.1)).toBe("fail");
    expect(run(16, 0, 6)).toBeUndefined();
  });
});

describe("a lost neutral", () => {
  const open = { status: "Faulted", info: "L, N and PE open" };
  const run = (lowS: number, highS: number, more: Partial<ChargerSample> = open) =>
    judgeLostPen(
      record(
        [
          sample(0),
          sample(lowS, { charger: charger(0, more) }),
          sample(20),
          sample(30),
          sample(30 + highS, { charger: charger(0, more) }),
        ],
        ["volts-low", 0],
        ["volts-back", 15],
        ["volts-high", 30],
        ["volts-back", 45],
      ),
    );
  it("opens within 5 s below and above the band", () => {
    expect(run(5, 5)?.verdict).toBe("pass");
    expect(run(5.1, 5)?.text).toMatch(/^below 207 V it did not open/);
    expect(run(5, 5.1)?.text).toMatch(/^above 253 V it did not open/);
  });
  it("opens all three conductors, as far as it says so", () => {
    expect(run(1, 1, { ...open, info: "L and N open" })?.verdict).toBe("fail");
    expect(run(1, 1, { ...open, info: null })?.text).toMatch(/prove that with a tester/);
    expect(run(1, 1, { ...open, status: "Charging" })?.verdict).toBe("fail");
  });
});

describe("the power that is back", () => {
  const run = (taken: number, on: CheckBasis, more: Partial<ChargerSample> = {}) =>
    judgePowerBack(
      record(
        [
          sample(1),
          sample(3, { charger: charger(0) }),
          sample(8, { charger: charger(taken, more) }),
          sample(14, { charger: charger(taken, more) }),
        ],
        ["restart", 1],
      ),
      on,
    );
  it("brings no more than the safe current before the clamps are read, or the designed one without clamps", () => {
    expect(run(6.5, basis)?.verdict).toBe("pass");
    expect(run(6.6, basis)?.verdict).toBe("fail");
    expect(run(32.5, { ...basis, limitA: null })?.verdict).toBe("pass");
    expect(run(32.6, { ...basis, limitA: null })?.verdict).toBe("fail");
  });
  it("brings no current that nobody asked for", () => {
    expect(run(6, basis, { status: "Preparing" })?.text).toMatch(/contactor does not open/);
  });
  it("may wait for a random delay", () => {
    expect(run(0, basis)?.text).toMatch(/random delay/);
    expect(judgePowerBack(record([sample(0)]), basis)).toBeNull();
  });
});

describe("the placing of a clamp", () => {
  const move = (share: number, more: Partial<ClampMove> = {}): ClampMove => ({
    signal: true,
    movedA: Math.abs(share) * 10,
    movedW: share * 2300,
    expectedA: 10,
    expectedW: 2300,
    spreadA: 0,
    atA: 5,
    ...more,
  });
  it.each([
    ["right", move(1.1)],
    ["right", move(0.9)],
    ["wrong-ratio", move(1.11)],
    ["wrong-ratio", move(0.5)],
    ["reversed", move(-1)],
    ["wrong-conductor", move(0.05)],
    ["open-jaws", move(0.05, { atA: 0.1 })],
    ["wrong-conductor", move(0.1, { movedA: 7 })],
    ["no-signal", move(1, { signal: false })],
    ["unsteady", move(1, { spreadA: 0.41 })],
    ["right", move(1, { spreadA: 0.4 })],
    ["right", move(1, { spreadA: 0.8, atA: 10 })],
  ] as const)("is %s", (placing, moved) => {
    expect(placingOf(moved)).toBe(placing);
  });
  it("is rehearsed with a load of the home, in amperes of one conductor", () => {
    const of = (on: CheckBasis, placing: string) => rehearsedPlacings(on).find((one) => one.placing === placing);
    expect(of(basis, "right")).toMatchObject({ off: "34 A, drawn", on: "44.4 A, drawn" });
    expect(of(basis, "other-side")).toMatchObject({ on: "12.4 A: without the charger" });
    expect(of({ ...basis, readsCharger: false }, "other-side")).toMatchObject({ on: "44.4 A: with the charger" });
    const us = { ...basis, loadMovesAll: true, legVolts: 120, knownLoad: { name: "x", watts: 4800 } };
    expect(of(us, "right")).toMatchObject({ on: "54 A, drawn" });
  });
  it("uses the smallest load of a kilowatt or more that is simply on or off, or a kettle", () => {
    const load = (kind: string, va: number) => ({ id: kind + va, kind, label: kind, va }) as never;
    expect(
      knownLoadOf({ loads: [load("shower", 9500), load("immersion", 3000), load("immersion", 999)] }, 230),
    ).toEqual({
      name: "immersion",
      watts: 3000,
    });
    expect(knownLoadOf({ loads: [load("heat-pump", 5000)] }, 230).watts).toBe(2400);
    expect(knownLoadOf({ loads: [] }, 120).watts).toBe(1500);
  });
});

describe("the longest time in a row", () => {
  it("ends with the first sample that does not show it", () => {
    const on = [true, true, false, true].map((is, i) => sample(i, { charger: charger(is ? 1 : 0) }));
    expect(longestS(on, ({ charger: one }) => one?.currentA === 1)).toBe(2);
    expect(longestS([], () => true)).toBe(0);
  });
});
