import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { ukCase, usCaseOn } from "#core/testing/cases.ts";

const way = (document: CaseDocument, id: string) => assess(document).ways.find((w) => w.way === id);

/** A 200 A home whose charger starts in a garage panel on a feeder of `ratingA`. */
function garage(ratingA: number, changes: Partial<Panel> = {}, supplyA = 200): CaseDocument {
  const base = usCaseOn(supplyA);
  return {
    ...base,
    panels: [
      ...base.panels,
      { id: "garage", name: "Garage", fedFrom: "main", spaces: 8, feeder: { ratingA }, circuits: [], ...changes },
    ],
    loads: [...base.loads, { id: "saw", kind: "motor", label: "Saw", va: 2400, panel: "garage" }],
    charger: { maxA: 48, managed: true, panel: "garage" },
  };
}

describe("a sub-panel feeder", () => {
  it("is computed with the standard factors on the loads it supplies: 2400 VA and a quarter for the largest motor", () => {
    const [feeder] = assess(garage(60)).feeders;
    expect(feeder).toMatchObject({ kind: "feeder", panel: "garage", ratingA: 60 });
    expect(feeder?.demandVA).toBeCloseTo(3000, 6);
    expect(feeder?.headroomA).toBeCloseTo(47.5, 6);
  });
  it("decides where it is tighter than the supply: 47.5 A spare carry a 36 A setting at 125 %", () => {
    expect(way(garage(60), "dedicated-circuit")).toMatchObject({ chargeA: 36, circuitA: 45 });
    expect(way(garage(60), "dedicated-circuit")?.explain.numbers).toMatch(
      /Breaker of the feeder to Garage carries 57.5 A of 60 A/,
    );
  });
  it("rules a thin one out, names it, and offers a board of its own instead", () => {
    const thin = garage(30);
    expect(way(thin, "dedicated-circuit")?.verdict).toBe("ruled-out");
    expect(way(thin, "dedicated-circuit")?.reasons[0]?.text).toMatch(
      /the breaker of the feeder to Garage has only 17.5 A spare/,
    );
    expect(way(thin, "separate-board")).toMatchObject({ verdict: "with-work", chargeA: 48 });
  });
  it("is what clamps keep below its limit, where it is the tightest", () => {
    expect(way(garage(60), "dynamic-load-management")).toMatchObject({ limitA: 48, chargeA: 48 });
    expect(way(garage(60), "dynamic-load-management")?.level.ratingA).toBe(60);
    expect(way(garage(30), "dynamic-load-management")).toMatchObject({ limitA: 24, chargeA: 24 });
  });
  it("does not hide a supply that is tighter still", () => {
    expect(way(garage(100, {}, 100), "dedicated-circuit")?.verdict).toBe("ruled-out");
  });
  it("counts with its main breaker and its bus where they are smaller", () => {
    expect(assess(garage(60, { mainA: 40 })).feeders[0]?.ratingA).toBe(40);
    const byBus = assess(garage(100, { busA: 50 })).feeders;
    expect(byBus.map((f) => [f.kind, f.ratingA])).toEqual([
      ["feeder", 100],
      ["bus", 50],
    ]);
    // A feeder of 100 A on a bus of 50 A is a fault of its own: the panel is changed with the work.
    expect(way(garage(100, { busA: 50 }), "dedicated-circuit")).toMatchObject({ verdict: "with-work", chargeA: 48 });
    expect(way(garage(100, { busA: 50 }), "dedicated-circuit")?.work.join()).toMatch(
      /Change Garage for one with a bus of 100 A/,
    );
    expect(way(garage(50, { busA: 50 }), "dedicated-circuit")?.chargeA).toBe(28);
  });
  it("carries what is protected at a further panel", () => {
    const base = garage(60);
    const shed: Panel = {
      id: "shed",
      name: "Shed",
      fedFrom: "garage",
      feeder: { ratingA: 30 },
      circuits: [{ id: "k", loads: ["kiln"] }],
    };
    const document = {
      ...base,
      panels: [...base.panels, shed],
      loads: [...base.loads, { id: "kiln", kind: "fixed-appliance" as const, va: 6000 }],
    };
    const demand = (panel: string) => assess(document).feeders.find((f) => f.panel === panel)?.demandVA;
    expect([demand("shed"), demand("garage")]).toEqual([6000, 9000]);
  });
  it("carries no more than its conductor, and is a finding where its device is larger", () => {
    const thin = {
      panels: garage(60).panels.map((p) =>
        p.id === "garage"
          ? { ...p, feeder: { ratingA: 60, conductor: { size: "10 AWG", material: "cu" as const, type: "nm-b" } } }
          : p,
      ),
    };
    const assessed = assess({ ...garage(60), ...thin });
    expect(assessed.feeders[0]?.ratingA).toBe(30);
    expect(assessed.feeders[0]?.explain.assumes.join()).toMatch(/10 AWG copper, 60 °C column/);
    expect(assessed.findings.map((f) => f.code)).toContain("feeder-undersized");
    expect(assess(garage(60)).findings.map((f) => f.code)).not.toContain("feeder-undersized");
  });
  it("is a finding where it is overloaded already", () => {
    expect(assess(garage(10)).findings.map((f) => f.code)).toContain("feeder-undersized");
  });
  it("to a garage in the United Kingdom with 20 A cannot carry 32 A, but can carry a managed charger", () => {
    const base = ukCase({
      supply: { system: "single-phase-230", ratingA: 100 },
      loads: [{ id: "li", kind: "lighting", va: 500 }],
    });
    const document: CaseDocument = {
      ...base,
      panels: [
        ...base.panels,
        { id: "garage", name: "Garage board", fedFrom: "main", spaces: 4, feeder: { ratingA: 20 }, circuits: [] },
      ],
      loads: [...base.loads, { id: "sock", kind: "socket-circuit", amps: 16, panel: "garage" }],
      charger: { maxA: 32, managed: true, panel: "garage" },
    };
    expect(way(document, "dedicated-circuit")?.verdict).toBe("ruled-out");
    expect(way(document, "dynamic-load-management")).toMatchObject({ limitA: 19, chargeA: 16 });
  });
  it("never gives more charging than a larger one (property)", () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 150 }), fc.integer({ min: 0, max: 60 }), (ratingA, more) => {
        const at = (a: number) => way(garage(a), "dedicated-circuit")?.chargeA ?? 0;
        expect(at(ratingA + more)).toBeGreaterThanOrEqual(at(ratingA));
      }),
    );
  });
});

describe("the panel that carries the whole dwelling", () => {
  const panel = (changes: Partial<Panel>, supplyA = 200): CaseDocument => {
    const base = usCaseOn(supplyA);
    return { ...base, panels: base.panels.map((p) => ({ ...p, ...changes })) };
  };
  const codes = (document: CaseDocument) => assess(document).findings.map((f) => f.code);
  const solar = (outputA: number, oppositeEnd: boolean) => ({
    circuits: [{ id: "pv", poles: 2, position: 19, backfeed: { outputA, oppositeEnd } }],
  });

  it("decides where its main or bus is smaller than the supply", () => {
    expect(way(panel({}), "dedicated-circuit")?.chargeA).toBe(48);
    expect(way(panel({ mainA: 125, busA: 125 }), "dedicated-circuit")?.chargeA).toBe(32);
    expect(way(panel({ mainA: 125, busA: 125 }), "dynamic-load-management")?.limitA).toBe(100);
    expect(way(panel({ mainA: 100, busA: 100 }), "panel-change")).toMatchObject({ verdict: "with-work", chargeA: 48 });
  });
  it("carries 120 % of its bus with sources at the far end, 100 % otherwise (705.12)", () => {
    expect(codes(panel(solar(32, true)))).not.toContain("bus-overloaded");
    expect(codes(panel(solar(33, true)))).toContain("bus-overloaded");
    expect(codes(panel(solar(32, false)))).toContain("bus-overloaded");
    expect(codes(panel({ ...solar(32, false), mainA: 150 }))).not.toContain("bus-overloaded");
  });
  it("is the edge of the waterline, by its own name, unless the way leaves it behind", () => {
    const small = assess(panel({ mainA: 125, busA: 125 }));
    const levelOf = (id: string) => small.ways.find((w) => w.way === id)?.level;
    expect(levelOf("dedicated-circuit")).toMatchObject({ ratingA: 125, edge: "Main panel" });
    expect(levelOf("panel-change")?.ratingA).toBe(200);
    expect(levelOf("panel-change")?.edge).toBeUndefined();
  });
  it("has no main larger than its bus", () => {
    expect(codes(panel({ busA: 100 }))).toContain("bus-overloaded");
  });
});
