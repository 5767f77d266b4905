import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { actualOf, predictedOf } from "#core/install/after/actual.ts";
import { readCaseText } from "#core/laws/read.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { correctionOf, correctionsOf, isWorthwhile, withLabour } from "./corrections.ts";
import { DEMO_BOOKS } from "./demo-books/index.ts";
import { hoursOf } from "./price-lines.ts";

const pairs = (...ratios: number[]) => ratios.map((ratio) => [4, 4 * ratio] as const);

describe("a correction of the price book", () => {
  it("is the median of five jobs or more, with the spread of eight of ten", () => {
    expect(correctionOf(pairs(1, 1.1, 1.2, 1.3))).toBeNull();
    expect(correctionOf(pairs(1.4, 1, 1.1, 1.2, 1.3))).toEqual({
      jobs: 5,
      factor: expect.closeTo(1.2, 9),
      low: expect.closeTo(1.04, 9),
      high: expect.closeTo(1.36, 9),
    });
    expect(correctionOf([...pairs(1, 1, 1, 1), [0, 5]])).toBeNull();
  });
  it("is worth it from 5 % on", () => {
    const of = (factor: number) => isWorthwhile({ jobs: 5, factor, low: 1, high: 1 });
    expect([of(1.049), of(1.051), of(0.949), of(0.951)]).toEqual([false, true, true, false]);
  });
  it("is of hours and of prices, each where they were entered", () => {
    const job = { predictedHours: 4, actualHours: 5, predictedPrice: 1000, actualPrice: null };
    const found = correctionsOf(Array.from({ length: 6 }, () => job));
    expect(found.hours).toMatchObject({ jobs: 6, factor: 1.25 });
    expect(found.price).toBeNull();
  });
  it("changes labour and nothing else", () => {
    const book = DEMO_BOOKS.GBP;
    const corrected = withLabour(book, 1.5);
    const of = (group: string) => (one: { group: string }) => one.group === group;
    const [before, after] = [book.items.find(of("labour")), corrected.items.find(of("labour"))];
    expect(after?.typical).toBeCloseTo((before?.typical ?? 0) * 1.5, 1);
    expect(corrected.items.filter(of("materials"))).toEqual(book.items.filter(of("materials")));
  });
});

describe("what a job took in the end", () => {
  const home = loggedUkHome();
  it("stands against the hours and the price of the way that is taken", () => {
    const assessment = assess(home);
    const way = assessment.ways.find(({ way: id }) => id === assessment.taken);
    const { hours, price } = predictedOf(home, assessment);
    expect(hours).toBeCloseTo(hoursOf(way?.lines ?? []), 9);
    expect(hours).toBeGreaterThan(1);
    expect(price).toBe(way?.cost.typical);
    expect(actualOf(home, assessment)).toBeNull();
    expect(actualOf({ ...home, after: { actual: { hours: 7 } } }, assessment)).toMatchObject({
      actualHours: 7,
      actualPrice: null,
      predictedPrice: price,
    });
  });
  it("has hours also where the price is that of a standard installation", () => {
    const { document } = readCaseText(readFileSync("db/demo/osier-withy-walk.case.json", "utf8"));
    const assessment = assess(document);
    const way = assessment.ways.find(({ way: id }) => id === assessment.taken);
    const standard = way?.lines.find(({ group }) => group === "standard");
    expect(standard?.minutes?.typical).toBeGreaterThan(60);
    expect(predictedOf(document, assessment).hours).toBeGreaterThan(1);
  });
  it("stands against the price that was accepted", () => {
    const quote = {
      options: [{ id: "a", way: "dedicated-circuit" as const, fixedPrice: 1234 }],
      accepted: { option: "a", version: 1, name: "A. Ox", on: "2026-11-01" },
    };
    expect(predictedOf({ ...home, quote }, assess(home)).price).toBe(1234);
  });
});
