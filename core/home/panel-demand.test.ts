/** Demand of a panel: measured, by the ledger, and with a managed charger. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Load, Panel } from "#core/case/document/types.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUsHome } from "#core/testing/cases.ts";

const us = knownUsHome();
const year = {
  source: "utility-year" as const,
  days: 365,
  intervalMinutes: 15,
  max: { value: 40, unit: "A" as const },
};

describe("a panel that was measured", () => {
  const two = (measured: Panel["measured"]): CaseDocument => ({
    ...us,
    panels: [
      us.panels[0] as Panel,
      {
        id: "n",
        name: "North",
        fedFrom: "supply",
        mainA: 100,
        busA: 125,
        spaces: 12,
        condition: "sound",
        circuits: [],
        measured,
      },
    ],
    loads: us.loads.map((l) => ({ ...l, panel: "main" })),
    charger: { ...us.charger, panel: "n" },
  });
  const carries = (home: CaseDocument) => assess(home).path.find((l) => l.link === "panel:n:main")?.carriesA ?? 0;
  it("carries 125 % of its maximum, regardless of the ledger", () => {
    expect(carries(two(year))).toBeCloseTo(50, 6);
    // By the ledger: general lighting and the minimum circuits, all unplaced: 10,050 VA by 220.83.
    expect(carries(two(null))).toBeCloseTo((8000 + 0.4 * 2050) / 240, 6);
    // An invalid measurement is ignored.
    expect(carries(two({ ...year, days: 20 }))).toBeCloseTo((8000 + 0.4 * 2050) / 240, 6);
  });
  it("as a feeder says so, and what its figure is made of", () => {
    const home: CaseDocument = {
      ...two(null),
      panels: two(null).panels.map((p) => (p.id === "n" ? { ...p, fedFrom: "main", feeder: { ratingA: 60 } } : p)),
    };
    const [feeder] = assess(home).feeders;
    expect(feeder).toMatchObject({ name: "feeder of North", demandA: 0, headroomA: 60 });
    expect(feeder?.explain.numbers).toBe("60 A - 0 VA / 240 V = 60 A");
    expect(feeder?.lines).toEqual([]);
    const conductor = { size: "6 AWG", material: "cu" as const, type: "nm-b" };
    const thin = {
      ...home,
      panels: home.panels.map((p) => (p.id === "n" ? { ...p, feeder: { ratingA: 60, conductor } } : p)),
    };
    expect(assess(thin).feeders.map((f) => [f.kind, f.ratingA, f.explain.assumes.length])).toEqual([
      ["feeder", 55, 2],
      ["bus", 125, 1],
    ]);
    expect(assess(home).feeders.map((f) => f.explain.assumes.length)).toEqual([1, 1]);
  });
  it("holds a charger below the limit of the clamps on the supply, and of its own", () => {
    const held = (at: string, limitA: number, measured: Panel["measured"] = null): number => {
      const charger: Load = { id: "ev", kind: "ev-charger", amps: 80, panel: "n", managed: [{ at, limitA }] };
      const home = two(measured);
      return carries({ ...home, loads: [...home.loads, charger] });
    };
    // 10,050 VA of general loads are 36.75 A: the charger of 80 A takes what is left below 60 A.
    expect(held("supply", 60)).toBeCloseTo(60, 6);
    expect(held("n", 50)).toBeCloseTo(50, 6);
    // Clamps elsewhere do not help here: 125 % of 80 A come on top.
    expect(held("other", 50)).toBeCloseTo((8000 + 0.4 * 2050) / 240 + 100, 6);
  });
  it("has the lines that count for something, of what is protected at it", () => {
    const [main] = us.panels as [Panel];
    const garage: Panel = {
      id: "g",
      name: "Garage",
      fedFrom: "main",
      spaces: 8,
      feeder: { ratingA: 60 },
      circuits: [],
    };
    const saw: Load = { id: "saw", kind: "motor", label: "Saw", va: 2400, panel: "g" };
    const home = { ...us, panels: [main, garage], loads: [...us.loads, saw] };
    expect(assess(home).feeders[0]?.lines.map((l) => [l.label, Math.round(l.countedVA)])).toEqual([
      ["Motors", 2400],
      ["Largest motor: Saw", 600],
    ]);
  });
});
