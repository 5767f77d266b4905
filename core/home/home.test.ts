/** A home as it is looked at: its rating, its terminals, and what is taken over from a home that differs in nothing. */
import { describe, expect, it } from "vitest";
import { circuitOf, panelsTo } from "#core/case/document/lookups.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { onPanel, onSupplyOf } from "#core/testing/ways.ts";
import { homeOf, targetOf, terminalC, withChargerOnTop } from "./home.ts";

const us = knownUsHome();
const book = codebookOf(us.rules);
const [main] = us.panels as [Panel];
const garage: Panel = {
  id: "g",
  name: "Garage",
  fedFrom: "main",
  spaces: 8,
  feeder: { ratingA: 60 },
  circuits: [{ id: "g1", poles: 2, ratingA: 30, loads: ["wh"] }],
};
const home: CaseDocument = { ...us, panels: [main, garage, { id: "s", name: "Shed", fedFrom: "g", circuits: [] }] };

describe("a home that differs from another", () => {
  const onG = (changes: Partial<Panel>) => ({
    ...home,
    panels: home.panels.map((p) => (p.id === "g" ? { ...p, ...changes } : p)),
  });
  const [circuit] = garage.circuits ?? [];
  it.each([
    ["in nothing", home],
    ["in a panel's condition", onG({ condition: "unsafe" })],
    ["in a device", onG({ circuits: [{ ...circuit, id: "g1", ratingA: 50 }] })],
    [
      "in a new circuit that feeds nothing",
      onG({ circuits: [...(garage.circuits ?? []), { id: "n", poles: 2, loads: [] }] }),
    ],
    [
      "in a new circuit that feeds the range",
      onG({ circuits: [...(garage.circuits ?? []), { id: "n", loads: ["dw"] }] }),
    ],
    ["in what a circuit feeds", onG({ circuits: [{ ...circuit, id: "g1", loads: ["disp"] }] })],
    ["in a circuit that is gone", onG({ circuits: [] })],
    [
      "in where a panel hangs",
      { ...home, panels: home.panels.map((p) => (p.id === "s" ? { ...p, fedFrom: "supply" } : p)) },
    ],
    ["in a panel that is gone", { ...home, panels: [main] }],
    ["in panels of other names", onG({ id: "other" })],
    [
      "in a panel's measurement",
      onG({ measured: { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 50, unit: "A" } } }),
    ],
    ["in a load", { ...home, loads: home.loads.map((l) => (l.id === "wh" ? { ...l, va: 9000 } : l)) }],
    ["in its area", { ...home, dwelling: { ...home.dwelling, floorArea: { value: 4000, unit: "ft2" } } }],
    ["in its rating", onSupplyOf(home, { ratingA: 60 })],
    [
      "in its rating, and with it the method",
      onSupplyOf({ ...home, dwelling: { ...home.dwelling, existing: false } }, { ratingA: 60 }),
    ],
    ["in its system", onSupplyOf(home, { system: "two-legs-120-208" })],
    ["in its options", { ...home, options: { loadMethod: "nec-standard" } }],
    [
      "in a measurement",
      { ...home, measured: { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 50, unit: "A" } } },
    ],
  ] as [string, CaseDocument][])("%s gives the same result when it is computed again", (_what, other) => {
    const like = homeOf(home, book);
    for (const panel of home.panels) like.at(panel);
    const [taken, anew] = [homeOf(other, book, like), homeOf(other, book)];
    expect([taken.demandA, taken.method.id, taken.supplyA]).toEqual([anew.demandA, anew.method.id, anew.supplyA]);
    for (const panel of other.panels) {
      expect(taken.at(panel).demandA).toBe(anew.at(panel).demandA);
      expect(taken.at(panel).loads.map((l) => l.id)).toEqual(anew.at(panel).loads.map((l) => l.id));
    }
  });
  it("with an added charger carries it on its own path only", () => {
    const before = homeOf(home, book);
    const ev = { id: "ev", kind: "ev-charger" as const, amps: 40, existing: false, panel: "g" };
    const document = { ...home, loads: [...home.loads, ev] };
    const quick = withChargerOnTop(before, document, new Set(["main", "g"]), { supplyA: 50, feederA: 50 });
    const whole = homeOf(document, book);
    expect(quick.demandA).toBeCloseTo(whole.demandA, 9);
    for (const panel of document.panels) {
      expect(quick.at(panel).demandA).toBeCloseTo(whole.at(panel).demandA, 9);
      expect(quick.at(panel)).toBe(quick.at(panel));
    }
    expect(quick.loads.map((l) => l.id)).toEqual(whole.loads.map((l) => l.id));
  });
});

describe("an unreadable service rating", () => {
  it("is the smallest main on it, otherwise 60 A", () => {
    const ratingOf = (document: CaseDocument) => homeOf(document, codebookOf(document.rules)).supplyA;
    const unread = onSupplyOf(us, { ratingA: null });
    expect(ratingOf(unread)).toBe(200);
    expect(ratingOf({ ...unread, panels: [main, { ...main, id: "two", mainA: 125 }] })).toBe(125);
    expect(ratingOf({ ...unread, panels: [main, { ...garage, mainA: 40 }] })).toBe(200);
    expect(ratingOf(onPanel(unread, { mainA: null }))).toBe(60);
    expect(
      ratingOf({
        ...unread,
        panels: [
          { ...main, mainA: null },
          { ...main, id: "two", planned: true },
        ],
      }),
    ).toBe(60);
    expect(ratingOf(onSupplyOf(knownUkHome(), { ratingA: null }))).toBe(60);
  });
});

describe("terminals", () => {
  it("are 60 °C up to 100 A unless marked, 75 °C above", () => {
    const at = (ratingA: number, terminalColumn?: "60" | "75") =>
      terminalC(homeOf({ ...us, ...(terminalColumn && { options: { terminalColumn } }) }, book), ratingA);
    expect([at(99), at(100), at(101)]).toEqual([60, 60, 75]);
    expect([at(50, "75"), at(200, "60"), at(200, "75")]).toEqual([75, 60, 75]);
  });
});

describe("the way to the charger", () => {
  it("ends at its outlet or circuit, otherwise at its panel, otherwise at the first panel", () => {
    expect(targetOf(home)).toMatchObject({ panel: { id: "main" }, circuit: null, outlet: null });
    expect(targetOf({ ...home, charger: { panel: "g" } }).panel?.id).toBe("g");
    expect(targetOf({ ...home, charger: {} }).panel?.id).toBe("main");
    expect(targetOf({ ...home, charger: { panel: "main", circuit: "g1" } })).toMatchObject({
      panel: { id: "g" },
      circuit: { id: "g1" },
    });
    const plugged = {
      ...home,
      outlets: [{ id: "o", type: "14-50" as const, circuit: "g1" }],
      charger: { outlet: "o" },
    };
    expect(targetOf(plugged)).toMatchObject({ panel: { id: "g" }, circuit: { id: "g1" }, outlet: { id: "o" } });
    expect(targetOf({ ...home, panels: [] })).toEqual({ panel: null, circuit: null, outlet: null });
    expect(circuitOf(home, null)).toBeNull();
    expect(circuitOf(home, "nothing")).toBeNull();
  });
  it("leads over every panel from the supply", () => {
    expect(panelsTo(home, home.panels[2] as Panel).map((p) => p.id)).toEqual(["main", "g", "s"]);
    expect(panelsTo(home, null)).toEqual([]);
  });
});
