import { describe, expect, it } from "vitest";
import type { PriceBook } from "#core/estimate/book.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { outsideStandard } from "./outside-standard.ts";

const item = (group: string, id: string, name: string, low = 1, typical = 1) =>
  ({ id, group, name, unit: "each", low, typical, high: typical }) as PriceBook["items"][number];
const book = {
  name: "B",
  currency: "GBP",
  items: [
    item("standard", "standard", "32 A circuit, 10 m"),
    item("included", "cable", "6 mm2 cable", 10, 10),
    item("included", "clips", "Clips", 0, 45),
  ],
} as PriceBook;
const line = (group: PriceLine["group"], id: string, name: string, needed = 1, unit = "each") =>
  ({ item: id, group, name, unit, needed, count: needed, money: { low: 1, typical: 1, high: 1 } }) as PriceLine;

describe("why a price is not the standard price", () => {
  it("is nothing where the work is the standard installation", () => {
    expect(
      outsideStandard([line("standard", "standard", "32 A circuit"), line("labour", "l", "Work", 60)], book),
    ).toEqual([]);
  });
  it("names what comes on top of it", () => {
    const lines = [
      line("standard", "standard", "x"),
      line("materials", "cable", "6 mm2 cable", 4.26, "m"),
      line("devices", "d", "RCBO"),
    ];
    expect(outsideStandard(lines, book)).toEqual([
      "It takes more than the standard price covers: 4.3 m 6 mm2 cable, RCBO.",
    ]);
  });
  it("names what the home needs instead; an included item that begins at none may be absent", () => {
    expect(outsideStandard([line("materials", "other", "10 mm2 cable")], book)).toEqual([
      'The standard price is for "32 A circuit, 10 m". This home needs other parts in the place of: 6 mm2 cable.',
    ]);
    expect(outsideStandard([line("materials", "cable", "6 mm2 cable")], book)).toEqual([
      'The standard price is for "32 A circuit, 10 m". This work is priced item by item.',
    ]);
  });
  it("is not asked where the firm has no standard price", () => {
    expect(outsideStandard([], { ...book, items: [] })).toBeNull();
  });
});
