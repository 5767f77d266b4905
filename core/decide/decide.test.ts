import { describe, expect, it } from "vitest";
import { applyPatch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { WAYS_OF_CHARGING } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { daysFrom, holidaysOf, workedFrom } from "#core/estimate/schedule.ts";
import { triesNothing, type WhatIf, withWhatIf } from "#core/explore/what-if.ts";
import { homeOf } from "#core/home/home.ts";
import { readCase } from "#core/laws/read.ts";
import { codebookOf } from "#core/rules/index.ts";
import { assess } from "#core/testing/assess.ts";
import { knownUkHome, knownUsHome } from "#core/testing/cases.ts";
import { wayIn } from "#core/testing/ways.ts";
import { WAY_IDS } from "#core/ways/index.ts";
import { homeOnSupply } from "#core/ways/service-upgrade/index.ts";
import { decisionFor, decisionNow } from "./decision.ts";
import { becauseFrom, isRobust, policyAnswers } from "./policies.ts";

const us = knownUsHome();
const uk = knownUkHome();

describe("a decision", () => {
  const SAID = { why: "The owner wants it simple", by: "Mara Quill", on: "2026-11-25" };
  const way = wayIn(us, "dedicated-circuit");
  const decided = (home: CaseDocument, changes: Partial<ReturnType<typeof decisionFor>> = {}): CaseDocument => ({
    ...home,
    decision: { ...decisionFor(way, assess(us), SAID), ...changes },
  });
  const shaken = (home: CaseDocument) => decisionNow(home, assess(home))?.shaken;
  it("keeps what it was made on, in the person's own words", () => {
    expect(decisionFor(way, assess(us), SAID)).toEqual({
      way: "dedicated-circuit",
      chargeA: 48,
      verdict: "ready",
      meetsNeed: true,
      typical: way.cost.typical,
      supplyA: 200,
      headroomA: assess(us).headroomA,
      recommended: "dedicated-circuit",
      ...SAID,
    });
    const unpriced = { ...way, cost: { ...way.cost, typical: Number.POSITIVE_INFINITY } };
    expect(decisionFor(unpriced, assess(us), SAID)).not.toHaveProperty("typical");
  });
  it("is valid while its inputs are unchanged", () => {
    expect(shaken(decided(us))).toEqual([]);
    expect(decisionNow(us, assess(us))).toBeNull();
  });
  it("is shaken where the way is ruled out, asks for work, gives less, or costs more", () => {
    const small = {
      ...us,
      supply: { ...us.supply, ratingA: 100 },
      panels: us.panels.map((p) => ({ ...p, mainA: 100 })),
    };
    const now = wayIn(small, "dedicated-circuit");
    expect(now.verdict).toBe("ruled-out");
    expect(shaken(decided(small))).toEqual([
      expect.stringMatching(/^Dedicated circuit is ruled out now: /),
      "The service rating is 100 A now instead of 200 A",
      expect.stringMatching(/ is recommended now$/),
      "18.8 A spare now instead of 118.8 A spare",
    ]);
    const unread = { ...us, survey: { sources: { "panel.main.busA": "assumed" as const } } };
    expect(shaken(decided(unread))).toEqual([
      expect.stringMatching(/^Dedicated circuit was ready, and needs work now: Confirm/),
    ]);
    expect(shaken(decided(us, { chargeA: 50 }))).toEqual(["It charges with 48 A now instead of 50 A"]);
    expect(shaken(decided(us, { typical: way.cost.typical / 1.16 }))?.[0]).toMatch(/^Its price has gone from \$/);
    expect(shaken(decided(us, { typical: way.cost.typical / 1.14 }))).toEqual([]);
    const far: CaseDocument = { ...us, need: { energyPerDayKWh: 400, pluggedIn: { from: "20:00", to: "06:00" } } };
    expect(shaken(decided(far))).toEqual(["Dedicated circuit does not meet the need any more"]);
    expect(shaken(decided(far, { meetsNeed: false }))).toEqual([]);
  });
  it("is shaken where the limit of a managed charger has moved, and only then says what is spare", () => {
    const managed = wayIn(uk, "dynamic-load-management");
    const decision = { ...decisionFor(managed, assess(uk), SAID), recommended: undefined };
    expect(managed.limitA).toBeGreaterThan(0);
    expect(shaken({ ...uk, decision })).toEqual([]);
    expect(shaken({ ...uk, decision: { ...decision, headroomA: 3 } })).toEqual([]);
    const limitA = (managed.limitA ?? 0) + 5;
    expect(shaken({ ...uk, decision: { ...decision, limitA, headroomA: -3 } })).toEqual([
      `The charger is held below ${managed.limitA} A now instead of ${limitA} A`,
      expect.stringMatching(/ spare now instead of 3 A over$/),
    ]);
  });
  it("may be for any way that there is", () => {
    expect([...WAYS_OF_CHARGING].sort()).toEqual([...WAY_IDS].sort());
  });
});

describe("policies", () => {
  it("each say which way they take; where all agree the recommendation is robust", () => {
    const answers = policyAnswers(us, assess(us));
    expect(answers.map((a) => [a.policy, a.way])).toEqual([
      ["least-work", "dedicated-circuit"],
      ["fastest", "dedicated-circuit"],
      ["most-current", "dedicated-circuit"],
      ["future-ready", "dynamic-load-management"],
    ]);
    expect(isRobust(answers)).toBe(false);
    expect(isRobust(answers.slice(0, 3))).toBe(true);
  });
  it("counts the waits from a day of the calendar: holidays are not worked", () => {
    const assessment = assess(us);
    const other = assessment.ways.find((w) => w.way === "dynamic-load-management");
    const from = (today: string) => becauseFrom(us, assessment, DEMO_BOOKS.USD, today);
    const days = other && daysFrom(other.steps, workedFrom("2026-12-21", holidaysOf(DEMO_BOOKS.USD))).typical;
    expect(from("2026-12-21")).toMatch(new RegExp(` and ${days} days from today\\.$`));
    expect(days).toBeGreaterThan(other?.leadTimeDays.typical ?? 0);
    expect(from("2026-11-02")).toBe(assessment.because.replace("from a Monday", "from today"));
  });
});

describe("what if", () => {
  const tried = (home: CaseDocument, whatIf: WhatIf) => withWhatIf(home, codebookOf(home.rules), whatIf, 100);
  it("nothing is tried, nothing changes", () => {
    expect(tried(us, {})).toBe(us);
    expect(triesNothing({})).toBe(true);
    expect(triesNothing({ secondCar: false })).toBe(true);
    expect(triesNothing({ measured: 0.3 })).toBe(false);
  });
  it("the charger is smaller, the night shorter up to the time the car leaves", () => {
    expect(tried(us, { chargeA: 24 }).charger?.maxA).toBe(24);
    const home: CaseDocument = {
      ...us,
      need: { pluggedIn: { from: "18:00", to: "06:30" }, pluggedInByWeekday: Array.from({ length: 7 }, () => null) },
    };
    expect(tried(home, { hours: 8.5 }).need).toEqual({ pluggedIn: { from: "22:00", to: "06:30" } });
    expect(tried({ ...us, need: null }, { hours: 12 }).need).toEqual({ pluggedIn: { from: "18:00", to: "06:00" } });
  });
  it("a second car asks for as much again", () => {
    const home = { ...us, need: { energyPerDayKWh: 9 } };
    expect(tried(home, { secondCar: true }).need).toEqual({ energyPerDayKWh: 18 });
    const cars = [{ distancePerDay: { value: 20, unit: "mi" as const } }];
    expect(tried({ ...us, need: { cars } }, { secondCar: true }).need?.cars).toEqual([...cars, ...cars]);
    expect(tried({ ...us, need: null }, { secondCar: true }).need?.cars).toHaveLength(2);
  });
  it("a heat pump comes, a measurement is there, another school counts", () => {
    const pump = tried(uk, { heatPump: true });
    expect(pump.loads.at(-1)).toMatchObject({ kind: "heat-pump", va: 3000, existing: false });
    expect(assess(pump).headroomA).toBeLessThan(assess(uk).headroomA);
    expect(tried(us, { measured: 0.45 }).measured).toMatchObject({
      max: { value: 45, unit: "A" },
      source: "utility-year",
    });
    expect(assess(tried(us, { measured: 0.45 })).governing).toBe("nec-220.87");
    expect(tried(uk, { measured: 0.45 }).measured).toMatchObject({ source: "half-hour-meter", intervalMinutes: 30 });
  });
  it("another school is followed, whichever the rules have", () => {
    for (const home of [us, uk])
      for (const school of codebookOf(home.rules).practiceOptions) {
        const [usual] = school.choices;
        expect(school.current(home)).toBe(usual?.value);
        for (const { value } of school.choices) {
          const after = tried(home, { practice: { [school.id]: value } });
          expect(school.current(after)).toBe(value);
          expect(readCase(after).document).toEqual(after);
        }
      }
    expect(tried(us, { practice: { evTreatment: "inside" } }).options?.evTreatment).toBe("inside");
    expect(tried(us, { practice: { connection: "plug" } }).charger?.connection).toBe("plug");
    const back = tried({ ...us, options: { terminalColumn: "60" } }, { practice: { terminals: "" } });
    expect(back.options).toEqual({});
  });
  it("a smaller supply is the very case that typing its rating makes", () => {
    for (const home of [us, uk]) {
      const small = tried(home, { supplyA: 60 });
      expect(small).toEqual(applyPatch(home, setValue(home, "/supply/ratingA", 60)));
      expect(assess(small)).toEqual(assess(applyPatch(home, setValue(home, "/supply/ratingA", 60))));
    }
  });
  it("a larger supply is the home that the service upgrade leaves", () => {
    const { document, codebook } = { document: uk, codebook: codebookOf(uk.rules) };
    const upgraded = homeOnSupply(
      { document, codebook, home: homeOf(document, codebook) },
      { ratingA: 100, system: uk.supply.system },
    );
    const small = tried(uk, { supplyA: 60 });
    expect(tried(small, { supplyA: 100 }).supply.conductor).toEqual(upgraded.supply.conductor);
  });
  it("a larger supply brings its conductors and the panel on it", () => {
    const larger = tried(us, { supplyA: 400 });
    expect(larger.supply.ratingA).toBe(400);
    expect(larger.panels[0]).toMatchObject({ mainA: 400, busA: 400 });
    expect(assess(larger).headroomA).toBeGreaterThan(assess(us).headroomA);
  });
});
