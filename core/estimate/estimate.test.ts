import { describe, expect, it } from "vitest";
import type { PriceBook, PriceItem } from "./book.ts";
import { drawPrice, medianPrice } from "./draws.ts";
import { estimateWork } from "./estimate.ts";
import { requirements, type WorkItem, withParts } from "./requirements.ts";

const item = (
  group: PriceItem["group"],
  id: string,
  [low, typical, high]: [number, number, number],
  unit = "each",
  more: Partial<PriceItem> = {},
): PriceItem => ({ id, group, name: `the ${id}`, unit, low, typical, high, ...more });

const book = (...more: PriceItem[]): PriceBook => ({
  name: "test",
  currency: "USD",
  items: [
    item("materials", "cable", [1, 2, 4], "ft"),
    item("devices", "breaker", [10, 20, 30]),
    item("labour", "labour:fit", [60, 120, 240], "min"),
    item("labour", "labour:visit", [30, 30, 30], "min"),
    item("rates", "rate", [50, 60, 80], "h"),
    item("rates", "travel", [5, 10, 20], "visit"),
    item("charges", "permit", [100, 100, 100]),
    item("grants", "grant:a", [40, 50, 60], "each", { condition: "It holds" }),
    item("waits", "wait:order", [1, 5, 10], "days"),
    item("waits", "wait:survey", [1, 2, 3], "days"),
    ...more,
  ],
});
const work = (id: string, takes: WorkItem["requires"]): WorkItem => ({ id, text: id, requires: takes });
const circuit = work("circuit", requirements({ cable: 10, breaker: 1, "labour:fit": 1, permit: 1 }, "order"));

/** A book without spread: the middle of all draws is the sum of its typical figures. */
const withoutSpread = (spread: PriceBook): PriceBook => ({
  ...spread,
  items: spread.items.map((i) => ({ ...i, low: i.typical, high: i.typical })),
});

describe("an estimate", () => {
  it("adds up materials, devices, labour at its rate, travel for each day on site, and charges", () => {
    const found = estimateWork([circuit], book());
    // 10 ft x 2, breaker 20, 2 h x 60, permit 100, one day's travel 10.
    expect(found.cost).toEqual({
      low: 10 + 10 + 50 + 100 + 5,
      // The middle of the draws: the triangles lean upwards.
      typical: 301,
      high: 40 + 30 + 4 * 80 + 100 + 20,
      currency: "USD",
      madeUp: false,
    });
    expect(estimateWork([circuit], withoutSpread(book())).cost.typical).toBe(270);
    expect(found.lines.map((l) => [l.item, l.count, l.money.typical])).toEqual([
      ["cable", 10, 20],
      ["breaker", 1, 20],
      ["labour:fit", 1, 120],
      ["permit", 1, 100],
      ["travel", 1, 10],
    ]);
  });
  it("takes a margin on what is earned on, none on charges, and tax on both", () => {
    const terms = [item("terms", "margin", [20, 20, 20], "%"), item("terms", "tax", [10, 10, 10], "%")];
    expect(estimateWork([circuit], withoutSpread(book(...terms))).cost.typical).toBe(
      Math.round((170 * 1.2 + 100) * 1.1),
    );
  });
  it("pays for work of the same id once, and adds the same item of different work", () => {
    const twice = estimateWork([circuit, circuit, work("more", requirements({ breaker: 2 }))], withoutSpread(book()));
    expect(twice.cost.typical).toBe(270 + 40);
    expect(twice.lines.find((l) => l.item === "breaker")?.count).toBe(3);
  });
  it("of nothing is nothing, and takes no days", () => {
    expect(estimateWork([], book())).toMatchObject({
      cost: { low: 0, typical: 0, high: 0 },
      leadTimeDays: { low: 0, typical: 0, high: 0 },
      lines: [],
      missing: [],
    });
  });
  it("gives no total where the book lacks an item, and names it", () => {
    const found = estimateWork([work("x", withParts(circuit.requires, { "wire:thhn:6 AWG": 3 }))], book());
    expect(found.cost.typical).toBe(Number.POSITIVE_INFINITY);
    expect(found.missing).toEqual(["wire thhn 6 AWG"]);
    expect(found.explain).toMatchObject({ value: "no price", numbers: "Not in the price book: wire thhn 6 AWG" });
    expect(JSON.parse(JSON.stringify(found.cost)).typical).toBeNull();
    const without = (id: string) => ({ ...book(), items: book().items.filter((i) => i.id !== id) });
    expect(estimateWork([circuit], without("rate")).missing).toEqual(["rate"]);
    expect(estimateWork([circuit], without("travel")).missing).toEqual(["travel"]);
    expect(estimateWork([circuit], without("wait:order")).missing).toEqual(["wait order"]);
  });
  it("gives back the grants that were ticked, the least of them where the price is highest, and never more than the price", () => {
    const given = estimateWork([circuit], book(), ["grant:a", "grant:unknown"]).cost;
    expect([given.low, given.typical, given.high]).toEqual([175 - 60, 301 - 50, 510 - 40]);
    const cheap = {
      ...book(),
      items: [...book().items.filter((i) => i.group !== "grants"), item("grants", "grant:a", [999, 999, 999])],
    };
    expect(estimateWork([circuit], cheap, ["grant:a"]).cost.typical).toBe(0);
    expect(estimateWork([], book(), ["grant:a"]).cost.typical).toBe(0);
  });
  it("visits before the work, and travels there, without a day on site for it", () => {
    const found = estimateWork([work("confirm", requirements({ "labour:visit": 1 }, "survey"))], book());
    expect(found.lines.map((l) => l.money.typical)).toEqual([30, 10]);
    expect(found.steps.map((s) => s.id)).toEqual(["survey"]);
    expect(found.leadTimeDays).toEqual({ low: 1, typical: 2, high: 3 });
  });
  it("travels once for each day on site", () => {
    const long = book(item("labour", "labour:long", [421, 900, 900], "min"));
    const found = estimateWork([work("long", requirements({ "labour:long": 1 }))], long);
    expect(found.lines.find((l) => l.item === "travel")?.count).toBe(3);
    expect(found.steps).toMatchObject([{ id: "install", days: { low: 2, typical: 3, high: 3 } }]);
  });
});

describe("a standard installation", () => {
  const standard = book(
    item("standard", "standard", [150, 160, 170]),
    item("included", "cable", [8, 8, 8], "ft"),
    item("included", "breaker", [1, 1, 1]),
    item("included", "labour:fit", [1, 1, 1], "min"),
    item("included", "travel", [1, 1, 1], "visit"),
    item("terms", "margin", [50, 50, 50], "%"),
  );
  it("has a fixed price for what it includes, and each thing beyond has its own", () => {
    const found = estimateWork([circuit], standard);
    // Two feet of cable beyond, with the margin; the fixed price and the permit without.
    expect(estimateWork([circuit], withoutSpread(standard)).cost.typical).toBe(Math.round(160 + 2 * 2 * 1.5 + 100));
    expect(found.lines.map((l) => [l.item, l.count])).toEqual([
      ["standard", 1],
      ["cable", 2],
      ["permit", 1],
    ]);
  });
  it("is absent where the work lacks one of its included items", () => {
    const other = work("other", requirements({ cable: 10, "labour:fit": 1 }));
    expect(estimateWork([other], standard).lines.some((l) => l.item === "standard")).toBe(false);
  });
});

describe("why a price is what it is", () => {
  it("says every line, the terms and the grants, and what moves it most", () => {
    const { explain } = estimateWork([circuit], book(item("terms", "tax", [10, 10, 10], "%")), ["grant:a"]);
    expect(explain).toMatchObject({
      value: "$281",
      rule: "Price book: test",
      numbers:
        "the cable, 10 ft = $20; the breaker = $20; the labour:fit 2 h = $120; the permit = $100; the travel = $10; the tax 10 %; less the grant:a $50",
    });
    expect(explain.changes).toEqual([
      "the labour:fit: $50 to $320",
      "the cable: $10 to $40",
      "the breaker: $10 to $30",
    ]);
    expect(explain.assumes).toEqual([expect.stringMatching(/^Most items can exceed/)]);
    const alone = estimateWork(
      [work("cable", requirements({ cable: 10 }))],
      book(item("terms", "tax", [0, 0, 0], "%")),
    );
    expect(alone.explain.numbers).toBe("the cable, 10 ft = $20");
    expect(alone.explain.assumes).toEqual([]);
    expect(estimateWork([circuit], { ...book(), madeUp: true }).explain.assumes[0]).toMatch(/made-up examples/);
  });
});

describe("the range of a price", () => {
  const { lines } = estimateWork([circuit], book());
  const charge = (name: string, low: number, typical: number, high: number) => ({
    item: name,
    group: "charges" as const,
    name,
    unit: "each",
    count: 1,
    needed: 1,
    money: { low, typical, high },
  });
  it("is always the same, and its middle is the price of the estimate", () => {
    expect(drawPrice(lines, book())).toEqual(drawPrice(lines, book()));
    const { p10, p50, p90 } = drawPrice(lines, book());
    const { cost } = estimateWork([circuit], book());
    expect(cost.typical).toBe(p50);
    expect(cost.typical).toBeGreaterThanOrEqual(p10);
    expect(cost.typical).toBeLessThanOrEqual(p90);
  });
  it("keeps the medians of different lines apart", () => {
    const one = book();
    const doubled = lines.map((line) => ({ ...line, count: 2 * line.count }));
    const all = [
      [charge("a", 0, 1000, 4000)],
      [charge("a", 0, 1000, 2000)],
      [charge("b", 0, 1000, 4000)],
      lines,
      doubled,
    ];
    const medians = () => all.map((some) => medianPrice(some, one, 0));
    expect(medians()).toEqual(all.map((some) => drawPrice(some, one).p50));
    expect(medians()).toEqual(medians());
    expect(new Set(medians()).size).toBe(all.length);
  });
  it("keeps the medians of books with another margin, rate or price apart", () => {
    const withMargin = () => book(item("rates", "margin", [10, 10, 30], "%"));
    const dearer = (id: string): PriceBook => {
      const one = withMargin();
      return { ...one, items: one.items.map((i) => (i.id === id ? { ...i, typical: i.high, high: 2 * i.high } : i)) };
    };
    const priced = lines.find((line) => !line.minutes)?.item as string;
    const books = [withMargin(), dearer("rate"), dearer("margin"), dearer(priced)];
    const medians = books.map((one) => medianPrice(lines, one, 0));
    expect(medians).toEqual(books.map((one) => drawPrice(lines, one).p50));
    expect(new Set(medians).size).toBe(books.length);
  });
  it("lies within lowest and highest, and its middle near the mean of the draws", () => {
    const { p10, p50, p90 } = drawPrice(lines, book());
    expect(p10).toBeGreaterThan(175);
    expect(p90).toBeLessThan(510);
    expect(p10).toBeLessThan(p50);
    expect(p50).toBeLessThan(p90);
    // Means of the triangles: cable 23.3, breaker 20, 2 1/3 h x 63.3, permit 100, travel 11.7.
    expect(Math.abs(p50 - (23.3 + 20 + 147.8 + 100 + 11.7))).toBeLessThan(8);
  });
  it("has no width where nothing varies, and names what moves it most", () => {
    const fixed = [
      {
        item: "permit",
        group: "charges" as const,
        name: "Permit",
        unit: "each",
        count: 1,
        needed: 1,
        money: { low: 100, typical: 100, high: 100 },
      },
    ];
    expect(drawPrice(fixed, book())).toMatchObject({ p10: 100, p50: 100, p90: 100 });
    const [first] = drawPrice(lines, book()).movers;
    expect(first?.name).toBe("the labour:fit");
    expect(first?.share).toBeGreaterThan(0.8);
  });
  it("has the tenth, the middle and the ninth tenth of a triangle, and shares of its spread", () => {
    const { p10, p50, p90, movers } = drawPrice([charge("a", 0, 1000, 4000)], book());
    // Exactly: 632, 1551 and 2905.
    expect([p10, p50, p90]).toEqual([630, 1562, 2894]);
    expect(movers).toEqual([{ name: "a", share: 1 }]);
    const many = [charge("b", 0, 0, 0), charge("c", 0, 0, 100), charge("a", 0, 0, 300), charge("d", 0, 0, 200)];
    const found = drawPrice(many, book(), 0).movers;
    expect(found.map((m) => m.name)).toEqual(["a", "d", "c"]);
    // Variances of such triangles go by the square of their width: 9, 4 and 1 of 14.
    expect(found[0]?.share).toBeCloseTo(9 / 14, 1);
    expect(found[2]?.share).toBeCloseTo(1 / 14, 1);
    expect(drawPrice([charge("b", 1, 1, 1)], book()).movers).toEqual([{ name: "b", share: 0 }]);
  });
  it("draws minutes and the hour's rate apart, and takes no rate for nothing", () => {
    const fit = { ...(lines.find((l) => l.item === "labour:fit") as (typeof lines)[number]) };
    const { p10, p90 } = drawPrice([fit], book());
    // The mean is 140 min at 63.3: 148.
    expect([p10, p90]).toEqual([96, 210]);
    const { items, ...rest } = book();
    expect(drawPrice([fit], { ...rest, items: items.filter((i) => i.id !== "rate") })).toMatchObject({
      p50: 0,
      p90: 0,
    });
  });
  it("takes margin, tax and grants as the estimate does", () => {
    const taxed = book(item("terms", "margin", [20, 20, 20], "%"), item("terms", "tax", [10, 10, 10], "%"));
    const permit = estimateWork([work("p", requirements({ permit: 2 }))], taxed).lines;
    expect(drawPrice(permit, taxed, 30).p50).toBe(190);
    const breaker = [{ ...(permit[0] as (typeof permit)[number]), group: "devices" as const }];
    expect(drawPrice(breaker, taxed).p50).toBe(Math.round(200 * 1.2 * 1.1));
  });
});

describe("material as it is sold", () => {
  const conduit = (soldIn?: number) =>
    item("materials", "conduit:emt", [1, 2, 3], "ft", soldIn === undefined ? {} : { soldIn });
  const waste = item("terms", "waste", [10, 10, 10], "%");
  const of = (parts: Record<string, number>, ...more: PriceItem[]) =>
    estimateWork([work("run", requirements(parts))], book(...more)).lines.map((l) => [l.item, l.needed, l.count]);
  it("takes offcuts along its length and is rounded up to its lengths", () => {
    expect(of({ "conduit:emt": 40 }, conduit())).toEqual([["conduit:emt", 40, 40]]);
    expect(of({ "conduit:emt": 40 }, conduit(), waste)).toEqual([["conduit:emt", 40, 44]]);
    expect(of({ "conduit:emt": 40 }, conduit(10), waste)).toEqual([["conduit:emt", 40, 50]]);
    expect(of({ "conduit:emt": 100 }, conduit(10), waste)).toEqual([["conduit:emt", 100, 110]]);
    // Items counted by the piece have no waste, and labour is not bought.
    expect(of({ breaker: 3 }, waste)).toEqual([["breaker", 3, 3]]);
  });
  it("without a price of its own is bought as its family, all members together", () => {
    expect(of({ "conduit:emt:1 in": 12, "conduit:emt:3/4 in": 15 }, conduit(10))).toEqual([["conduit:emt", 27, 30]]);
    const own = item("materials", "conduit:emt:1 in", [2, 4, 6], "ft");
    expect(of({ "conduit:emt:1 in": 12, "conduit:emt:3/4 in": 15 }, conduit(10), own)).toEqual([
      ["conduit:emt:1 in", 12, 12],
      ["conduit:emt", 15, 20],
    ]);
    expect(estimateWork([work("run", requirements({ "pipe:1 in": 3 }))], book()).missing).toEqual(["pipe 1 in"]);
  });
  it("that older books count within another item is not missed in them", () => {
    const straps = work("run", requirements({ "support:strap": 8, "junction-box": 1 }));
    expect(estimateWork([straps], book()).missing).toEqual(["support strap", "junction-box"]);
    const found = estimateWork([straps], book(item("materials", "sundries", [1, 2, 3])));
    expect(found.missing).toEqual([]);
    expect(found.lines).toEqual([]);
  });
});
