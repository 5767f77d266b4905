import { describe, expect, it } from "vitest";
import { seededRandom, triangularDraw } from "#core/chance.ts";
import { assess } from "#core/testing/assess.ts";
import { SHEET_HOMES } from "#core/testing/sheets/homes.ts";
import { GROUP_IDS, itemOf, type PriceItem } from "./book.ts";
import { bookSchema, itemProblems } from "./book-schema.ts";
import { DEMO_BOOKS } from "./demo-books/index.ts";
import { keptBookFor } from "./quoted-book.ts";
import { holidaysOf } from "./schedule.ts";

describe("the price books that Heron ships with", () => {
  it.each(Object.values(DEMO_BOOKS))("$name: every item is valid, unique, and marked as made up", (book) => {
    bookSchema.validateSync(book, { strict: true });
    expect(book.madeUp).toBe(true);
    expect(book.items.flatMap(itemProblems)).toEqual([]);
    const own = book.items.filter((i) => i.group !== "included").map((i) => i.id);
    expect(new Set(own).size).toBe(own.length);
    for (const item of book.items.filter((i) => i.group === "included")) {
      const meant = itemOf(book, item.id);
      expect([item.id, meant?.unit, meant?.name]).toEqual([item.id, item.unit, item.name]);
    }
    expect(new Set(book.items.map((i) => i.group))).toEqual(new Set(GROUP_IDS));
  });
  it("price every way of every home", () => {
    for (const home of Object.values(SHEET_HOMES))
      for (const { way, unpriced } of assess(home).ways) expect([way, unpriced]).toEqual([way, []]);
  });
  it("know the days a firm is closed, which are days", () => {
    for (const book of Object.values(DEMO_BOOKS))
      for (const day of holidaysOf(book)) expect(new Date(`${day}T00:00:00Z`).toISOString().slice(0, 10)).toBe(day);
    expect(holidaysOf(DEMO_BOOKS.USD)).toContain("2026-12-25");
  });
  it("dearer sizes of a conductor cost more", () => {
    for (const book of Object.values(DEMO_BOOKS))
      for (const kind of [
        "cable:nm-b",
        "wire:thhn",
        "cable:twin-earth",
        "cable:armoured-70",
        "device:3p",
        "device:2p",
        "device:1p",
        "charger",
      ]) {
        const prices = book.items
          .filter((i) => i.group !== "included" && i.id.startsWith(`${kind}:`) && !/:(neutral|3p)$|:kind:/.test(i.id))
          .map((i) => i.typical);
        expect(prices).toEqual([...prices].sort((a, b) => a - b));
      }
  });
});

describe("an item of a price book", () => {
  const item: PriceItem = { id: "x", group: "materials", name: "Thing", unit: "each", low: 1, typical: 2, high: 3 };
  it("has its figures in order, a unit of its group, and a condition where it is a grant", () => {
    expect(itemProblems(item)).toEqual([]);
    expect(itemProblems({ ...item, low: 2.1 })).toEqual(["low of Thing must be at most its typical figure"]);
    expect(itemProblems({ ...item, high: 1.9 })).toEqual(["high of Thing must be at least its typical figure"]);
    expect(itemProblems({ ...item, low: 2, high: 2 })).toEqual([]);
    expect(itemProblems({ ...item, unit: "min" })).toEqual(["unit of Thing must be one of: each, ft, m"]);
    expect(itemProblems({ ...item, group: "grants" })).toEqual(["condition of Thing is required"]);
  });
  it("is no negative figure", () => {
    const book = { name: "b", currency: "USD", items: [{ ...item, low: -1 }] };
    expect(() => bookSchema.validateSync(book, { strict: true })).toThrow("must not be negative");
  });
});

describe("the version a case is priced by", () => {
  const books = [
    { version: 4, book: DEMO_BOOKS.USD },
    { version: 2, book: DEMO_BOOKS.USD },
  ];
  it("is the book of the quote, otherwise the newest", () => {
    const { "us-all-known": home } = SHEET_HOMES as never as Record<string, Parameters<typeof keptBookFor>[0]>;
    expect(keptBookFor({ ...(home as object), prices: { version: 2 } } as never, books).version).toBe(2);
    expect(keptBookFor(home as never, books).version).toBe(4);
    expect(keptBookFor({ ...(home as object), prices: { version: 3 } } as never, books).version).toBe(4);
  });
});

describe("chance", () => {
  it("is the same for a seed, and spread evenly", () => {
    const [a, b] = [seededRandom(7), seededRandom(7)];
    const drawn = Array.from({ length: 4000 }, a);
    expect(drawn.slice(0, 3)).toEqual([b(), b(), b()]);
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...drawn)).toBeLessThan(1);
    expect(drawn.reduce((t, v) => t + v, 0) / 4000).toBeCloseTo(0.5, 1);
  });
  it("of a triangle ranges from its low over its typical to its high value", () => {
    expect(triangularDraw(0, 1, 2, 5)).toBe(1);
    expect(triangularDraw(0.25, 1, 2, 5)).toBeCloseTo(2, 12);
    expect(triangularDraw(1, 1, 2, 5)).toBe(5);
    expect(triangularDraw(0.1, 1, 2, 5)).toBeCloseTo(1 + Math.sqrt(0.4), 12);
    expect(triangularDraw(0.7, 3, 3, 3)).toBe(3);
  });
});
