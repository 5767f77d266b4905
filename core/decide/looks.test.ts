import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { countLooks, drawsThatStand, valueOfLook, valueOfLooks } from "./looks.ts";

const us = knownUsHome();
const uk = knownUkHome();
function allLooks(home: CaseDocument) {
  const book = home.rules.startsWith("us") ? DEMO_BOOKS.USD : DEMO_BOOKS.GBP;
  return valueOfLooks(Array.from({ length: countLooks(home, book) }, (_, i) => valueOfLook(home, book, i)));
}
const at = (home: CaseDocument, key: string) => allLooks(home).looks.find((l) => l.key === key);
const measured = {
  source: "utility-year" as const,
  days: 365,
  intervalMinutes: 15,
  max: { value: 60, unit: "A" as const },
};

describe("what to look at next", () => {
  it("is nothing of the survey where all of it was read", () => {
    const found = allLooks({ ...us, measured });
    expect(found).toEqual({ looks: [], firm: true });
  });
  it("names the rating at which the verdict turns, found to the ampere", () => {
    const told: CaseDocument = { ...us, survey: { sources: { "supply.ratingA": "told" } } };
    const look = at(told, "supply.ratingA");
    const [, low, turn] = /^From (\d+) A to (\d+) A: Managed charging would be taken$/.exec(look?.turns[1] ?? "") ?? [];
    expect(look?.turns[0]).toBe(`Below ${low} A: Managed charging would be taken, with work`);
    const at200 = (ratingA: number) => {
      const found = assess({ ...us, supply: { ...us.supply, ratingA } });
      return [found.recommended, found.ways.find((w) => w.way === found.recommended)?.verdict];
    };
    expect(at200(Number(turn) - 1)).toEqual(["dynamic-load-management", "ready"]);
    expect(at200(Number(turn) + 1)).toEqual(["dedicated-circuit", "ready"]);
    expect(at200(Number(low) - 1)).toEqual(["dynamic-load-management", "with-work"]);
  });
  it("asks for floor areas that were told, a quarter either way, and not where demand was measured", () => {
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
    const look = (key: string, ...turns: string[]) => ({ key, label: key, step: "survey" as const, turns });
    const found = valueOfLooks([look("a"), look("b", "Above 3: no"), look("c")]);
    expect(found.looks.map((l) => l.key)).toEqual(["b", "a", "c"]);
    expect(found.firm).toBe(false);
    expect(valueOfLooks([look("a")]).firm).toBe(true);
  });
  it("is worked out anew with other prices", () => {
    const told: CaseDocument = { ...us, survey: { sources: { "supply.ratingA": "told" } } };
    const usual = valueOfLook(told, DEMO_BOOKS.USD, 0).turns;
    const dear = DEMO_BOOKS.USD.items.map((i) => (i.id === "clamps" ? { ...i, typical: 50_000, high: 50_000 } : i));
    expect(valueOfLook(told, { ...DEMO_BOOKS.USD, items: dear }, 0).turns).not.toEqual(usual);
    expect(valueOfLook(told, DEMO_BOOKS.USD, 0).turns).toEqual(usual);
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
  it("all stand where nothing is open", () => {
    expect(drawsThatStand({ ...us, measured }, DEMO_BOOKS.USD, 0, 20)).toBe(20);
  });
});
