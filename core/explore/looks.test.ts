import { describe, expect, it } from "vitest";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { drawsThatStand, looksFor, turnsAt, valueOfLooks } from "./looks.ts";

const us = knownUsHome();
const uk = knownUkHome();
function allLooks(home: CaseDocument) {
  const book = home.rules.startsWith("us") ? DEMO_BOOKS.USD : DEMO_BOOKS.GBP;
  return valueOfLooks(looksFor(home, book).map((look, i) => ({ ...look, turns: turnsAt(home, book, i) })));
}
const at = (home: CaseDocument, key: string) => allLooks(home).looks.find((l) => l.key === key);
const measured = {
  source: "utility-year" as const,
  days: 365,
  intervalMinutes: 15,
  max: { value: 60, unit: "A" as const },
};

describe("the values that a look may find", () => {
  const ranges = (home: CaseDocument) =>
    looksFor(home, home.rules.startsWith("us") ? DEMO_BOOKS.USD : DEMO_BOOKS.GBP).map((l) => [l.key, l.step, l.range]);
  const told = (...keys: string[]) => ({ sources: Object.fromEntries(keys.map((key) => [key, "told" as const])) });
  it("include all told, assumed and missing values in North America", () => {
    const [panel] = us.panels;
    const { busA: _b, spaces: _s, condition: _c, ...unread } = panel as NonNullable<typeof panel>;
    const usual = { id: "heat", kind: "heat-pump" as const, va: 3500 };
    const home: CaseDocument = {
      ...us,
      panels: [unread],
      loads: [...us.loads.filter((l) => l.kind !== "range"), usual],
      survey: told("supply.ratingA", "supply.conductor", "dwelling.floorArea"),
    };
    expect(ranges(home)).toEqual([
      ["supply.ratingA", "survey", "60 A to 200 A"],
      ["supply.conductor", "survey", "3/0 AWG, 4/0 AWG, 250 kcmil"],
      ["dwelling.floorArea", "survey", "1,388 ft2 to 2,313 ft2"],
      ["panel.main.spaces", "survey", "4 spaces to 12 spaces"],
      ["panel.main.busA", "survey", "200 A, 225 A, 400 A"],
      ["panel.main.condition", "survey", "sound, obsolete, unsafe"],
      ["measured", "demand", "20 A to 65 A"],
      ["loads.dryer", "demand", "3,500 VA to 6,500 VA"],
      ["loads.wh", "demand", "3,150 VA to 5,850 VA"],
      ["loads.dw", "demand", "840 VA to 1,560 VA"],
      ["loads.disp", "demand", "420 VA to 780 VA"],
      ["loads.ac", "demand", "17 A to 31 A"],
    ]);
    const [, size] = looksFor({ ...home, supply: { ...home.supply, conductor: null } }, DEMO_BOOKS.USD);
    expect(size?.range).toBe("6 AWG, 2/0 AWG");
    const { floorArea: _, ...dwelling } = home.dwelling;
    expect(ranges({ ...home, dwelling })[2]).toEqual(["dwelling.floorArea", "survey", "800 ft2 to 4,000 ft2"]);
    expect(looksFor(home, DEMO_BOOKS.USD).map((l) => l.label)).toContain("Bus rating of the main panel");
    expect(ranges({ ...home, measured }).map(([key]) => key)).not.toContain("loads.dryer");
  });
  it("include an unread main, and what feeds a panel", () => {
    const garage: Panel = { id: "g", name: "Garage", fedFrom: "main", busA: 125, spaces: 12, condition: "sound" };
    const unread = ranges({ ...us, measured, panels: [...us.panels.map((p) => ({ ...p, mainA: null })), garage] });
    expect(unread).toEqual([
      ["panel.main.mainA", "survey", expect.stringMatching(/^60 A, 100 A, .*400 A$/)],
      ["panel.g.feeder.ratingA", "survey", expect.stringMatching(/^15 A, 20 A, .*100 A$/)],
      ["panel.g.feeder.conductor", "survey", expect.stringMatching(/^14 AWG, 12 AWG, /)],
    ]);
    const told: CaseDocument = {
      ...us,
      measured,
      panels: [...us.panels, { ...garage, feeder: { ratingA: 60, conductor: { size: "6 AWG" } } }],
      survey: { sources: { "panel.g.feeder.conductor": "told" } },
    };
    expect(ranges(told)).toEqual([["panel.g.feeder.conductor", "survey", "8 AWG, 6 AWG, 4 AWG"]]);
  });
  it("include all told values in the United Kingdom", () => {
    const home: CaseDocument = {
      ...uk,
      survey: told("supply.ratingA", "supply.conductor", "supply.earthing", "supply.looped", "panel.main.spaces"),
    };
    expect(ranges(home)).toEqual([
      ["supply.ratingA", "survey", "60 A to 100 A"],
      ["supply.conductor", "survey", "16 mm², 25 mm²"],
      ["supply.earthing", "survey", "TN-C-S, TN-S, TT"],
      ["supply.looped", "survey", "not looped, looped"],
      ["panel.main.spaces", "survey", "2 ways to 12 ways"],
      ["measured", "demand", "5 A to 16 A"],
    ]);
  });
});

describe("the next value to look at", () => {
  it("is nothing of the survey where all of it was read", () => {
    const found = allLooks({ ...us, measured });
    expect(found).toEqual({ looks: [], firm: true });
  });
  it("names the rating at which the verdict turns, found to the ampere", () => {
    const told: CaseDocument = { ...us, survey: { sources: { "supply.ratingA": "told" } } };
    const look = at(told, "supply.ratingA");
    const [, turn] =
      /^Below (\d+) A: Managed charging would be recommended, with work$/.exec(look?.turns[0] ?? "") ?? [];
    // Its main of 200 A is too large for a smaller service.
    expect(look?.turns[1]).toBe(`From ${turn} A to 200 A: Dedicated circuit would be recommended, with work`);
    const on = (ratingA: number) => {
      const found = assess({ ...us, supply: { ...us.supply, ratingA } });
      return [found.recommended, found.ways.find((w) => w.way === found.recommended)?.verdict];
    };
    expect(on(Number(turn) - 1)).toEqual(["dynamic-load-management", "with-work"]);
    expect(on(Number(turn))).toEqual(["dedicated-circuit", "with-work"]);
    expect(on(200)).toEqual(["dedicated-circuit", "ready"]);
  });
  it("includes told floor areas with a quarter either way, except with measured demand", () => {
    const told: CaseDocument = { ...us, survey: { sources: { "dwelling.floorArea": "told" } } };
    expect(at(told, "dwelling.floorArea")?.turns).toEqual([]);
    expect(at({ ...told, measured }, "dwelling.floorArea")).toBeUndefined();
    const { floorArea: _, ...dwelling } = us.dwelling;
    expect(at({ ...us, dwelling }, "dwelling.floorArea")).toBeDefined();
  });
  it("goes through every kind of what has kinds", () => {
    const { condition: _, ...panel } = us.panels[0] as (typeof us.panels)[number];
    const turns = at({ ...us, panels: [panel] }, `panel.${panel.id}.condition`)?.turns ?? [];
    expect(turns.join(" ")).toMatch(/Obsolete or unsafe: |Unsafe: /);
    const loop = at({ ...uk, survey: { sources: { "supply.looped": "assumed" } } }, "supply.looped");
    expect(loop?.turns).toEqual([expect.stringMatching(/^Looped: .*with work$/)]);
  });
  it("counts spaces up from those that are taken", () => {
    const full: CaseDocument = { ...us, survey: { sources: { [`panel.${us.panels[0]?.id}.spaces`]: "told" } } };
    expect(at(full, `panel.${us.panels[0]?.id}.spaces`)).toBeDefined();
  });
  it("a measurement is a look of its own, from three tenths of the calculation to all of it", () => {
    const small: CaseDocument = {
      ...us,
      supply: { ...us.supply, ratingA: 100 },
      panels: us.panels.map((p) => ({ ...p, mainA: 100, busA: 100 })),
    };
    expect(at(small, "measured")?.turns.length).toBeGreaterThan(0);
    expect(at({ ...small, measured }, "measured")).toBeUndefined();
  });
  it("shows first what can turn the verdict, and is firm where nothing can", () => {
    const look = (key: string, ...turns: string[]) => ({ key, label: key, step: "survey" as const, range: "", turns });
    const found = valueOfLooks([look("a"), look("b", "Above 3: no"), look("c")]);
    expect(found.looks.map((l) => l.key)).toEqual(["b", "a", "c"]);
    expect(found.firm).toBe(false);
    expect(valueOfLooks([look("a")]).firm).toBe(true);
  });
  it("is recomputed with other prices", () => {
    const told: CaseDocument = { ...us, survey: { sources: { "supply.ratingA": "told" } } };
    const usual = turnsAt(told, DEMO_BOOKS.USD, 0);
    const dear = DEMO_BOOKS.USD.items.map((i) => (i.id === "clamps" ? { ...i, typical: 50_000, high: 50_000 } : i));
    expect(turnsAt(told, { ...DEMO_BOOKS.USD, items: dear }, 0)).not.toEqual(usual);
    expect(turnsAt(told, DEMO_BOOKS.USD, 0)).toEqual(usual);
  });
});

describe("draws of all values together", () => {
  const told: CaseDocument = { ...us, survey: { sources: { "supply.ratingA": "told", "dwelling.floorArea": "told" } } };
  it("are the same each time, and may be shared", () => {
    const all = drawsThatStand(told, DEMO_BOOKS.USD, 0, 60);
    expect(drawsThatStand(told, DEMO_BOOKS.USD, 0, 60)).toBe(all);
    expect(drawsThatStand(told, DEMO_BOOKS.USD, 0, 25) + drawsThatStand(told, DEMO_BOOKS.USD, 25, 60)).toBe(all);
    expect(all).toBeGreaterThan(0);
    expect(all).toBeLessThan(60);
  });
  it("all agree where no value is open", () => {
    expect(drawsThatStand({ ...us, measured }, DEMO_BOOKS.USD, 0, 20)).toBe(20);
  });
});
