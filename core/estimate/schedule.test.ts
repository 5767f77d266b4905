import { describe, expect, it } from "vitest";
import { daysAfter } from "#core/dates.ts";
import { DEMO_BOOKS } from "./demo-books/index.ts";
import { requirements } from "./requirements.ts";
import { FROM_A_MONDAY, placedSteps, type ScheduleStep, scheduleSteps, totalDays, workedFrom } from "./schedule.ts";

const step = (id: string, typical: number, after: string[] = [], everyDay = false): ScheduleStep => ({
  id,
  name: id,
  after,
  days: { low: typical, typical, high: 2 * typical },
  everyDay,
});
const spans = (steps: ScheduleStep[], worked = FROM_A_MONDAY) =>
  placedSteps(steps, "typical", worked).map((p) => [p.id, p.from, p.to]);

describe("steps that wait for each other", () => {
  it("begin when the last of what they wait for is over; others run beside them", () => {
    expect(spans([step("a", 2), step("b", 3, ["a"]), step("c", 1, ["a"]), step("d", 1, ["b", "c"])])).toEqual([
      ["a", 0, 2],
      ["b", 2, 5],
      ["c", 2, 3],
      // Day 5 and 6 are a weekend.
      ["d", 5, 8],
    ]);
  });
  it("count working days, or every day where the thing runs by itself", () => {
    expect(spans([step("a", 5)])).toEqual([["a", 0, 5]]);
    expect(spans([step("a", 6)])).toEqual([["a", 0, 8]]);
    expect(spans([step("a", 6, [], true)])).toEqual([["a", 0, 6]]);
    expect(spans([step("a", 0.5)])).toEqual([["a", 0, 1]]);
  });
  it("leave out weekends and holidays of a calendar", () => {
    // Thursday 24 December 2026.
    const worked = workedFrom("2026-12-24", ["2026-12-25", "2026-12-28"]);
    expect([0, 1, 2, 3, 4, 5].map(worked)).toEqual([true, false, false, false, false, true]);
    expect(spans([step("a", 2)], worked)).toEqual([["a", 0, 6]]);
    expect(daysAfter("2026-12-24", 6)).toBe("2026-12-30");
    expect(daysAfter("2028-02-28", 2)).toBe("2028-03-01");
  });
  it("end with the last of them; none end at once", () => {
    expect(totalDays(placedSteps([step("a", 2), step("b", 1)], "typical"))).toBe(2);
    expect(totalDays(placedSteps([step("a", 2), step("b", 1)], "high"))).toBe(4);
    expect(totalDays([])).toBe(0);
  });
});

describe("the steps of a piece of work", () => {
  const book = DEMO_BOOKS.USD;
  const minutes = { low: 60, typical: 421, high: 900 };
  const of = (...waits: string[]) =>
    scheduleSteps([{ id: "w", text: "", requires: requirements({}, ...waits) }], minutes, book).steps;
  it("come in the order of the trade, each after those that are there", () => {
    const all = of("survey", "owner", "authority", "permit", "operator", "order", "utility-visit", "inspection");
    expect(Object.fromEntries(all.map((s) => [s.id, s.after]))).toEqual({
      survey: [],
      owner: ["survey"],
      authority: ["survey"],
      permit: ["survey"],
      operator: ["survey"],
      order: ["survey"],
      "utility-visit": ["operator", "order", "owner"],
      install: ["survey", "owner", "authority", "permit", "operator", "order", "utility-visit"],
      inspection: ["install"],
    });
    expect(of("order", "inspection").map((s) => [s.id, s.after])).toEqual([
      ["order", []],
      ["install", ["order"]],
      ["inspection", ["install"]],
    ]);
  });
  it("take the longest of what one step waits for", () => {
    expect(of("order", "order-panel")[0]?.days).toEqual({ low: 4, typical: 10, high: 25 });
    expect(of("survey", "measure")[0]).toMatchObject({ everyDay: true, days: { low: 30, typical: 34, high: 45 } });
    expect(of("survey")[0]).toMatchObject({ everyDay: false });
  });
  it("install in days of seven hours, where there is labour", () => {
    expect(of().map((s) => [s.id, s.days])).toEqual([["install", { low: 1, typical: 2, high: 3 }]]);
    expect(scheduleSteps([], { low: 0, typical: 0, high: 0 }, book).steps).toEqual([]);
  });
});
