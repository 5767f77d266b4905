/** Wishes of the customer for the looks of a route, the ground it is fixed to, and what is made good. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Run, RunSegment } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { estimateWork } from "#core/estimate/estimate.ts";
import { requirements } from "#core/estimate/requirements.ts";
import { routesOf, withRouteTaken } from "#core/explore/other-runs.ts";
import { knownUkHome } from "#core/testing/cases.ts";
import { wayIn, workIn } from "#core/testing/ways.ts";
import { wishChecks, wishesOpen } from "./looks.ts";

const WAY = "dedicated-circuit";
const part = (changes: Partial<RunSegment> = {}): RunSegment => ({
  method: "clipped",
  length: { value: 6, unit: "m" },
  ...changes,
});
const home = (run: Run): CaseDocument => knownUkHome({ run });
const passes = (wishes: Run["wishes"], ...segments: RunSegment[]) =>
  wishChecks({ wishes, segments }).map((c) => c.passes);

describe("a wish of the customer", () => {
  it("is met by every part that looks so", () => {
    expect(passes({ hidden: true }, part({ looks: "hidden" }))).toEqual([true]);
    expect(passes({ hidden: true }, part({ looks: "low" }))).toEqual([false]);
    expect(passes({ low: true }, part({ looks: "hidden" }), part({ looks: "low" }))).toEqual([true]);
    expect(passes({ low: true }, part({ looks: "high" }))).toEqual([false]);
    expect(passes({ notInFront: true }, part({ inFront: false }))).toEqual([true]);
    expect(passes({ notInFront: true }, part({ inFront: true }))).toEqual([false]);
    expect(passes({ notInFront: true }, part({ inFront: true, looks: "hidden" }))).toEqual([true]);
  });
  it("is open while nobody has said how a part looks, but not for one in the ground or in a wall", () => {
    expect(passes({ hidden: true }, part())).toEqual([null]);
    expect(passes({ hidden: true }, part({ method: "ground" }), part({ method: "stud-touching" }))).toEqual([true]);
    expect(passes({ hidden: true }, part(), part({ looks: "high" }))).toEqual([false]);
  });
  it("that nobody has is no line", () => {
    expect(passes(undefined, part())).toEqual([]);
    expect(passes({ hidden: false }, part())).toEqual([]);
  });
  it("is advice: a route that misses it costs nothing more and rules nothing out", () => {
    const missed = home({ segments: [part({ looks: "high" })], wishes: { hidden: true, low: true } });
    const without = home({ segments: [part({ looks: "high" })] });
    expect(wayIn(missed, WAY).verdict).toBe(wayIn(without, WAY).verdict);
    expect(wayIn(missed, WAY).cost).toEqual(wayIn(without, WAY).cost);
    expect(wayIn(missed, WAY).circuit?.checks.filter((c) => c.id.startsWith("wish-"))).toMatchObject([
      { passes: false, advice: true, numbers: "part 1: not so" },
      { passes: false, advice: true },
    ]);
  });
  it("stands beside every route with its price, and stays when another one is taken", () => {
    const seen: Run = { segments: [part({ looks: "high" })], wishes: { hidden: true } };
    const hidden: Run = { segments: [part({ looks: "hidden" })] };
    const document: CaseDocument = { ...home(seen), otherRuns: [hidden] };
    const routes = routesOf(document, DEMO_BOOKS.GBP);
    expect(routes.map(({ wishes }) => wishes)).toEqual([[{ label: "hidden from view", isMissed: true }], []]);
    expect(withRouteTaken(document, 0).run?.wishes).toEqual({ hidden: true });
    expect(wishesOpen({ wishes: { low: true }, segments: [part()] })).toEqual([{ label: "low", isMissed: false }]);
  });
});

describe("the ground of a run", () => {
  const cost = (fixedTo?: RunSegment["fixedTo"]) =>
    wayIn(home({ segments: [part({ ...(fixedTo && { fixedTo }) })] }), WAY).cost.typical;
  it.each([["masonry"], ["board"], ["post"]] as const)("takes longer in %s", (ground) => {
    expect(cost(ground)).toBeGreaterThan(cost());
  });
  it("of studs takes no longer than the usual wall", () => {
    expect(cost("stud")).toBe(cost("wall"));
  });
  it.each([
    ["board", "Fixed to board without studs"],
    ["post", "Fixed to a post"],
    ["fence", "Fixed to a fence"],
  ] as const)("of a %s is looked at on site", (fixedTo, label) => {
    const checks = wayIn(home({ segments: [part({ fixedTo })] }), WAY).circuit?.checks;
    expect(checks?.find((c) => c.label === label)).toMatchObject({ passes: null, numbers: "part 1" });
  });
});

describe("what is made good", () => {
  it("by the firm is work with a price, and by the customer is said to be outside of it", () => {
    const none = home({ segments: [part()] });
    const some = home({ segments: [part()], makingGood: { plaster: "firm", paint: "firm", carpet: "customer" } });
    expect(workIn(some, WAY)).toContain("Make good afterwards: plaster and paint");
    expect(wayIn(some, WAY).cost.typical).toBeGreaterThan(wayIn(none, WAY).cost.typical);
    expect(wayIn(some, WAY).cautions).toContain("Not in the price, done by the customer: carpets.");
    expect(workIn(none, WAY)).not.toContain("Make good");
  });
  it("is all of it by the customer without any work", () => {
    const left = home({ segments: [part()], makingGood: { furniture: "customer" } });
    expect(workIn(left, WAY)).not.toContain("Make good");
    expect(wayIn(left, WAY).cautions.join()).toContain("furniture");
  });
});

describe("a price book of before", () => {
  it("prices a flat roof as a concrete floor, and lacks nothing for it", () => {
    const now = DEMO_BOOKS.GBP;
    const before = { ...now, items: now.items.filter(({ id }) => !/flatRoofs|labour:fix/.test(id)) };
    const work = (item: string) => [{ id: "w", text: "", requires: requirements({ [item]: 1 }) }];
    expect(estimateWork(work("labour:drill:flatRoofs"), before).missing).toEqual([]);
    expect(estimateWork(work("labour:drill:flatRoofs"), before).cost.typical).toBe(
      estimateWork(work("labour:drill:concreteFloors"), before).cost.typical,
    );
    expect(estimateWork(work("labour:fix:post"), before).missing).toEqual([]);
  });
});
