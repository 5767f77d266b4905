/** Verdicts on parts that are too small, measured, shared, or limited by clamps. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Circuit, Measured, Outlet, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome, usCase } from "#core/testing/cases.ts";
import { codesIn, linkIn, onPanel, onSupplyOf, reasonsIn, wayIn, withOutletIn, workIn } from "#core/testing/ways.ts";

const us = knownUsHome();
const uk = knownUkHome();
const [main] = us.panels as [Panel];
const managed = "dynamic-load-management";

/** A garage on a feeder of 50 A, with a kiln of the given watts. */
function garage(kilnVA: number, changes: Partial<Panel> = {}): CaseDocument {
  return {
    ...us,
    panels: [
      main,
      {
        id: "g",
        name: "Garage",
        fedFrom: "main",
        busA: 100,
        spaces: 8,
        condition: "sound",
        feeder: { ratingA: 50, conductor: { size: "6 AWG", material: "cu", type: "nm-b" } },
        circuits: [],
        ...changes,
      },
    ],
    loads: [...us.loads, { id: "kiln", kind: "fixed-appliance", va: kilnVA, panel: "g" }],
    charger: { ...us.charger, panel: "g" },
  };
}
const year = (value: number): Measured => ({
  source: "utility-year",
  days: 365,
  intervalMinutes: 15,
  max: { value, unit: "A" },
});

describe("a feeder that carries too much already", () => {
  it("by a calculation is measured first, by its name", () => {
    expect(workIn(garage(50.1 * 240), managed)).toMatch(
      /^Measure first: a valid measurement of the breaker of the feeder to Garage, calculated at 50.1 A of 50 A/,
    );
    expect(codesIn(garage(50 * 240), managed)).not.toContain("measure-first");
    expect(reasonsIn(garage(50.1 * 240), managed)).toMatch(
      /By calculation the breaker of the feeder to Garage carries 50.1 A of 50 A already/,
    );
  });
  it("by a measurement there is no place for clamps", () => {
    expect(reasonsIn(garage(1000, { measured: year(41) }), managed)).toMatch(
      /The breaker of the feeder to Garage carries 51.3 A of 50 A by measurement, without the charger/,
    );
    expect(wayIn(garage(1000, { measured: year(40) }), managed).verdict).toBe("ready");
  });
  it("leaves no room for a circuit of its own, and says how much it is over, or short", () => {
    expect(reasonsIn(garage(60 * 240), "dedicated-circuit")).toMatch(
      /Breaker of the feeder to Garage is 10 A over what it may carry already: 50 A breaker/,
    );
    expect(reasonsIn(garage(30 * 240), "dedicated-circuit")).toBe(
      "12 A of charging counts as 30 A; the breaker of the feeder to Garage has only 20 A spare; its run, entered on Circuit, shows what renewing it takes",
    );
    // At the very ampere it fits: 20 A and the least 30 A of a charger.
    expect(wayIn(garage(20 * 240), "dedicated-circuit")).toMatchObject({ chargeA: 24, verdict: "ready" });
    expect(codesIn(garage(20.1 * 240), "dedicated-circuit")).toEqual(["headroom-short"]);
  });
  it("counts the charger at 125 % even where the job counts it at 100 %", () => {
    const at100 = { ...garage(1), options: { evTreatment: "outside-100" as const } };
    // 40 A at 125 % are 50 A on the feeder: with anything beside it, 36 A are left.
    expect(wayIn(at100, "dedicated-circuit").chargeA).toBe(36);
    expect(linkIn(at100, "dedicated-circuit", "feeder:g:device").carriesA).toBeCloseTo(45, 1);
    expect(
      linkIn(at100, "dedicated-circuit", "supply").carriesA - linkIn(at100, "dedicated-circuit", "supply").carriesA,
    ).toBe(0);
  });
});

describe("clamps", () => {
  it("guard a feeder by its smallest part, or by the smallest device there is where none was read", () => {
    expect(wayIn(garage(2400), managed).limits).toEqual([
      { at: "supply", limitA: 160, name: "the service conductors" },
      { at: "g", limitA: 40, name: "what feeds Garage" },
    ]);
    const unread = garage(2400, { feeder: null, busA: null });
    expect(wayIn(unread, managed).limits?.[1]).toEqual({ at: "g", limitA: 12, name: "what feeds Garage" });
  });
  it("leave out a new board that nothing can overload, and keep a board that is there", () => {
    const obsolete = onPanel(us, { condition: "obsolete" });
    expect(wayIn(obsolete, managed).limits?.map((l) => l.at)).toEqual(["supply"]);
    const eighty = { ...obsolete, charger: { ...us.charger, maxA: 80 } };
    expect(wayIn(eighty, managed).limits?.map((l) => l.at)).toEqual(["supply"]);
    const empty: CaseDocument = {
      ...us,
      panels: [
        main,
        {
          id: "n",
          name: "North",
          fedFrom: "supply",
          mainA: 100,
          busA: 125,
          spaces: 12,
          condition: "sound",
          circuits: [{ id: "x", poles: 1, ratingA: 15 }],
        },
      ],
      loads: us.loads.map((l) => ({ ...l, panel: "main" })),
      charger: { ...us.charger, panel: "n" },
    };
    expect(wayIn(empty, managed).limits?.map((l) => l.at)).toEqual(["supply", "n"]);
  });
  it("that leave less than a charger offers are no way", () => {
    const at = (managedMarginA: number) => wayIn({ ...uk, options: { managedMarginA } }, managed);
    expect(at(94)).toMatchObject({ verdict: "ready", chargeA: 6, limitA: 6 });
    expect(reasonsIn({ ...uk, options: { managedMarginA: 95 } }, managed)).toBe(
      "A limit of 5 A leaves less than the 6 A a charger needs",
    );
  });
});

describe("the setting", () => {
  it("is the largest that fits to the ampere", () => {
    // 100 - 81.18 = 18.82 A: under 2020, 12 A count as 15 A and 16 A as 20 A.
    const at = (va: number) =>
      wayIn(
        usCase({ rules: "us-nec-2020", loads: [...usCase().loads, { id: "x", kind: "motor", va }] }),
        "dedicated-circuit",
      ).chargeA;
    const room = (100 - 19_484 / 240 - 15) * 240 * 2.5;
    expect([at(room - 1), at(room + 1)]).toEqual([12, 0]);
  });
  it("that the charger does not have is not given, and that is said", () => {
    const odd = { ...us, charger: { maxA: 48, settableA: [8, 10], panel: "main" } };
    expect(reasonsIn(odd, "dedicated-circuit")).toBe(
      "The charger's smallest setting is more than this way may give (48 A)",
    );
  });
  it("counts among the other loads only by methods with a place for it", () => {
    const inside = (loadMethod: "nec-220.83" | "nec-standard") => {
      const home: CaseDocument = { ...us, options: { evTreatment: "inside", loadMethod } };
      const { level } = wayIn(home, "dedicated-circuit");
      return Math.round(level.chargingA * 10) / 10;
    };
    // 48 A x 240 V = 11,520 VA: 40 % among the general loads, in full by the standard method.
    expect(inside("nec-220.83")).toBe(19.2);
    expect(inside("nec-standard")).toBe(48);
  });
});

describe("a shared circuit read strictly", () => {
  const dryer: Circuit = { id: "d", position: 1, poles: 2, ratingA: 30, loads: ["dryer"] };
  const outlet: Outlet = { id: "o", type: "14-30", circuit: "d", leadLength: { value: 10, unit: "ft" } };
  const shared = (changes: Partial<CaseDocument> = {}) =>
    withOutletIn(onPanel(usCase(changes), { circuits: [dryer] }), outlet);
  const strictly = (home: CaseDocument) =>
    wayIn(home, "circuit-splitter").cautions.find((c) => c.startsWith("Read strictly"));
  it("counts the charger alone, without the appliance that it excludes", () => {
    expect(strictly(shared())).toMatch(/the demand is 102.9 A of 100 A/);
  });
  it("leaves the second of two appliances where it is", () => {
    const two = shared({ loads: usCase().loads.map((l) => (l.id === "dryer" ? { ...l, quantity: 2 } : l)) });
    // One more dryer among the general loads: 0.4 x 5000 / 240 = 8.3 A.
    expect(strictly(two)).toMatch(/the demand is 111.2 A of 100 A/);
  });
  it("is not said where it would not rule the splitter out", () => {
    expect(strictly(onSupplyOf(shared(), { ratingA: 102.9 }))).toBeUndefined();
    expect(strictly(onSupplyOf(shared(), { ratingA: 102.8 }))).toBeDefined();
  });
});

describe("the operator's word in the United Kingdom", () => {
  const first = (home: CaseDocument) => workIn(home, "dedicated-circuit").split(" | ")[0];
  it("is asked before where the demand with charging is over 60 A, or the cut-out is not certain", () => {
    expect(wayIn(uk, "dedicated-circuit").cautions).toContain(
      "Notify the network operator within 28 days of connecting.",
    );
    const unread = onSupplyOf(uk, { ratingA: null });
    expect(workIn(unread, "dedicated-circuit")).toMatch(/Apply to the network operator and wait for the answer/);
    expect(reasonsIn(unread, "dedicated-circuit")).toMatch(
      /The network operator must agree first: the cut-out is not certain/,
    );
    const warm = { ...uk, loads: [...uk.loads, { id: "hp", kind: "heat-pump" as const, va: 4600 }] };
    expect(first(warm)).toMatch(/^Apply to the network operator/);
    expect(reasonsIn(warm, "dedicated-circuit")).toMatch(/The demand with charging is 67.9 A, over 60 A/);
  });
});

describe("a fault that stops the job", () => {
  it("is mended before any other work, after what is to be confirmed", () => {
    const looped = {
      ...onSupplyOf(uk, { looped: true, conductor: { size: "16 mm2" } }),
      charger: { maxA: 32, panel: "main" },
    };
    const { work } = wayIn(looped, "dedicated-circuit");
    expect(work.map((w) => w.split(" ")[0])).toEqual(["Confirm", "Confirm", "Have", "Have", "Have", "New"]);
    expect(work[2]).toMatch(/separate the looped supply/);
    expect(work[3]).toMatch(/isolate the supply, or ask for an isolator after the meter/);
    expect(wayIn(looped, "dedicated-circuit").onlyConfirm).toBe(false);
  });
  it("shows at its link with the number of the work that mends it", () => {
    const thin = onSupplyOf(us, { conductor: { size: "1/0 AWG", material: "cu" } });
    const link = linkIn(thin, "dedicated-circuit", "supply-conductor");
    expect(link.faults.map((f) => f.code)).toEqual(["conductor-undersized"]);
    expect(link.work).toEqual([1]);
    expect(assess(thin).ways.find((w) => w.way === "dedicated-circuit")?.verdict).toBe("with-work");
  });
});
