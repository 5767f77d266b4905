import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { readCase } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { allPlans, type HomePlan, unbeatenPlans } from "./plans.ts";

const us = knownUsHome();
const small: CaseDocument = {
  ...us,
  supply: { ...us.supply, ratingA: 100 },
  panels: us.panels.map((p) => ({ ...p, mainA: 100, busA: 100 })),
};
const plan = (typical: number, energyKWh: number, days: number): HomePlan =>
  ({ typical, energyKWh, days, text: `${typical}` }) as HomePlan;

describe("the plans that no other beats", () => {
  const left = (...plans: HomePlan[]) => unbeatenPlans(plans).map((p) => p.text);
  it("are cheaper, give more, or are sooner than every other", () => {
    expect(left(plan(3, 10, 10), plan(1, 10, 10), plan(2, 12, 10), plan(4, 10, 5))).toEqual(["1", "2", "4"]);
    expect(left(plan(2, 10, 10), plan(1, 10, 10))).toEqual(["1"]);
    expect(left(plan(1, 9, 10), plan(1, 10, 10))).toEqual(["1"]);
  });
  it("that are equal are represented by the first", () => {
    expect(left(plan(1, 10, 10), plan(1, 10, 10))).toEqual(["1"]);
    expect(left()).toEqual([]);
  });
});

describe("all plans of a home", () => {
  const found = allPlans(small, DEMO_BOOKS.USD);
  it("are every way with every setting, school and up to two changes", () => {
    // 8 ways, 9 settings up to 48 A, 3 schools. Water, gas, induction, drying, another hour, measuring, a larger panel:
    // 1 + 7 + 21 choices, less the one of gas and induction at once.
    const choices = 1 + 7 + 21 - 1;
    const settings = found.count / 8 / 3 / choices;
    expect(settings).toBe(9);
  });
  it("that are unbeaten can each be tried: the case is sound, and the way is as the plan says", () => {
    expect(found.unbeaten.length).toBeGreaterThan(0);
    for (const { way, document, chargeA, energyKWh } of found.unbeaten) {
      expect(readCase(document).document).toEqual(document);
      const judged = assess(document).ways.find((w) => w.way === way);
      expect(judged).toMatchObject({ chargeA, energyPerNightKWh: energyKWh });
    }
  });
  it("beat nothing that is unbeaten", () => {
    for (const a of found.unbeaten)
      for (const b of found.unbeaten)
        if (a !== b) expect(a.typical <= b.typical && a.energyKWh >= b.energyKWh && a.days <= b.days).toBe(false);
  });
  it("keep the school that the job has chosen, and have none where the rules know one", () => {
    const chosen = allPlans({ ...small, options: { evTreatment: "outside-100" } }, DEMO_BOOKS.USD);
    expect(chosen.count * 3).toBe(found.count);
    expect(allPlans(knownUkHome(), DEMO_BOOKS.GBP).unbeaten.every((p) => p.treatment === null)).toBe(true);
  });
  it("count the price and the wait of what is changed beside", () => {
    const withChange = found.unbeaten.find((p) => p.changes.length > 0);
    const same = withChange && assess(withChange.document).ways.find((w) => w.way === withChange.way);
    if (withChange && same) expect(withChange.typical).toBeGreaterThan(same.cost.typical);
    const shares: number[] = [];
    allPlans(knownUkHome(), DEMO_BOOKS.GBP, (s) => shares.push(s));
    expect(shares.at(-1)).toBe(1);
  });
});
