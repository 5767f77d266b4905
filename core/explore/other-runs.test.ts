import { describe, expect, it } from "vitest";
import type { Run } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { routesOf, withRouteTaken } from "./other-runs.ts";

const ft = (value: number) => ({ value, unit: "ft" as const });
const outside: Run = { name: "Round the outside", segments: [{ method: "emt", length: ft(120) }] };
const loft: Run = { segments: [{ method: "attic", length: ft(60), conductorType: "nm-b" }] };
const floor: Run = {
  name: "Under the floor",
  segments: [{ method: "in-wall", length: ft(40), conductorType: "nm-b", through: { heatedFloors: 1 } }],
};
const home = { ...knownUsHome(), run: outside, otherRuns: [loft, floor] };

describe("routes beside each other", () => {
  const [first, second, third] = routesOf(home, DEMO_BOOKS.USD);
  it("are judged for one way, the one that is taken first", () => {
    expect([first, second, third].map((r) => [r?.name, r?.other, r?.length])).toEqual([
      ["Round the outside", null, 120],
      ["Route 2", 0, 60],
      ["Under the floor", 1, 40],
    ]);
  });
  it("differ in volts, price and hours", () => {
    const [a, b] = [first?.built, second?.built];
    if (!a || !b) throw new Error("not built");
    expect(a.voltDropPercent).toBeGreaterThan(b.voltDropPercent);
    expect(a.cost.typical).toBeGreaterThan(b.cost.typical);
    expect(a.hours).toBeGreaterThan(b.hours);
  });
  it("count their failing checks", () => {
    expect(first?.built?.failing).toBe(0);
    expect(third?.built?.failing).toBe(1);
    expect(first?.built?.open).toBeGreaterThan(0);
  });
  it("are empty without a run, and have no circuit where no size is sufficient", () => {
    expect(routesOf(knownUsHome(), DEMO_BOOKS.USD)).toEqual([]);
    const hot: Run = { ...loft, ambientC: 70, grouped: 40 };
    expect(routesOf({ ...home, run: hot, otherRuns: [] }, DEMO_BOOKS.USD)[0]?.built?.chargeA ?? 0).toBeLessThan(
      first?.built?.chargeA ?? 0,
    );
  });
  it("change places when another is taken", () => {
    const taken = withRouteTaken(home, 0);
    expect([taken.run, taken.otherRuns]).toEqual([loft, [outside, floor]]);
    expect(withRouteTaken(home, 7)).toBe(home);
  });
});
