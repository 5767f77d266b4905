import { describe, expect, it } from "vitest";
import { BOOK_COLUMNS, bookFromTable, bookTable } from "./book-table.ts";
import { DEMO_BOOKS } from "./demo-books/index.ts";

const base = { name: "Ours", currency: "USD" as const };
const head = [...BOOK_COLUMNS];
const cable = ["materials", "cable", "Cable", "ft", 1, 2, 3, ""];
const problems = (...rows: unknown[][]) => {
  const read = bookFromTable([head, ...rows], base);
  return "problems" in read ? read.problems : [];
};

describe("a price book as a table", () => {
  it.each(Object.values(DEMO_BOOKS))("$name: what was written reads the same, as the firm's own", (book) => {
    const read = bookFromTable([head, ...bookTable(book)], book);
    expect(read).toEqual({ book: { ...book, madeUp: false } });
    const typed = [head, ...bookTable(book)].map((row) => row.map((c) => String(c)));
    expect(bookFromTable(typed, book)).toEqual(read);
  });
  it("takes columns in any order, numbers with grouped thousands, and lines with nothing on them", () => {
    const turned = [...head].reverse();
    const row = ["", "", "1,250.50", "1200", "1150", "each", "Panel", "panel", "equipment"];
    const read = bookFromTable([turned, [], row, ["", ""]], base);
    expect("book" in read && read.book.items).toEqual([
      { id: "panel", group: "equipment", name: "Panel", unit: "each", low: 1150, typical: 1200, high: 1250.5 },
    ]);
  });
  it("takes the lengths that materials are sold in, and refuses none at all", () => {
    const row = (sold: string) => ["materials", "c", "Conduit", "ft", 1, 2, 3, "", sold];
    const read = bookFromTable([head, row("10")], base);
    expect("book" in read && read.book.items[0]).toMatchObject({ soldIn: 10 });
    expect(bookFromTable([head, row("0")], base)).toEqual({
      problems: ['Line 2: sold in of Conduit is "0", which is no length or pack'],
    });
  });
  it("with half its columns is refused, and names them", () => {
    expect(
      bookFromTable(
        [
          ["group", "id", "name"],
          ["materials", "a", "A"],
        ],
        base,
      ),
    ).toEqual({
      problems: [
        "The first line must name the columns group, id, name, unit, low, typical, high, condition, sold in; unit, low, typical, high are not there.",
      ],
    });
    expect(bookFromTable([], base)).toMatchObject({ problems: [expect.stringContaining("group")] });
    const one = head.filter((c) => c !== "unit");
    expect(bookFromTable([one], base)).toMatchObject({ problems: [expect.stringContaining("; unit is not there")] });
  });
  it("says what is wrong by line, and takes nothing of it", () => {
    expect(problems(cable, ["things", "x", "X", "each", 1, 2, 3])[0]).toMatch(/^Line 3: group "things" must be one of/);
    expect(problems(["materials", "x", "X", "ft", "one", 2, 3])).toEqual([
      'Line 2: low of X is "one", which is not a number',
    ]);
    expect(problems(["materials", "x", "X", "ft", 1, 2, ""])).toEqual([
      'Line 2: high of X is "", which is not a number',
    ]);
    expect(problems(["materials", "x", "X", "ft", 3, 2, 3])).toEqual([
      "Line 2: low of X must be at most its typical figure",
    ]);
    expect(problems(cable, cable)).toEqual(['Line 3: id "cable" is on line 2 already']);
    expect(problems(["materials", "", "X", "ft", 1, 2, 3])).toEqual(["Line 2: id is required"]);
    expect(problems(["materials", "x", "", "ft", 1, 2, 3])).toEqual(["name of x is required"]);
  });
  it("has no negative margin", () => {
    expect(problems(["terms", "margin", "Margin", "%", -5, -5, -5])).toEqual([
      "low of Margin must not be negative",
      "typical of Margin must not be negative",
      "high of Margin must not be negative",
    ]);
  });
  it("an item included in a standard installation may have the id of another item", () => {
    expect(problems(cable, ["included", "cable", "Cable", "ft", 30, 30, 30])).toEqual([]);
  });
  it("reports at most twenty problems", () => {
    const told = problems(...Array.from({ length: 30 }, () => ["nothing"]));
    expect(told).toHaveLength(21);
    expect(told[20]).toBe("and 10 more");
  });
});
