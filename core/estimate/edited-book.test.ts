/** A price book as its page was filled in. */
import { describe, expect, it } from "vitest";
import type { PriceBook } from "./book.ts";
import { DEMO_BOOKS } from "./demo-books/index.ts";
import { editedBook, inputName } from "./edited-book.ts";

const book = DEMO_BOOKS.GBP;
const kind = book.items.find(({ id }) => id === "charger:kind:reed");
const edited = (fields: Readonly<Record<string, string>>) => editedBook(book, (field) => fields[field]);
const itemIn = (found: ReturnType<typeof edited>, id: string) =>
  "book" in found ? (found.book as PriceBook).items.find((item) => item.id === id) : undefined;

describe("a price book that is changed on its page", () => {
  if (!kind) throw new Error("no charger of the firm");
  it("takes a changed declaration of a charger, and keeps the others", () => {
    const found = edited({ [inputName(kind, "condition")]: " 32 A, schedule, lead 6 m " });
    expect(itemIn(found, kind.id)).toMatchObject({ condition: "32 A, schedule, lead 6 m", typical: kind.typical });
    expect(itemIn(found, "charger:kind:ebb")?.condition).toMatch(/two-way/);
  });
  it("refuses a declaration that is not understood, in its own words, with what was typed", () => {
    const found = edited({ [inputName(kind, "condition")]: "32 A, teleport" });
    expect("problems" in found ? found.problems?.join() : "").toContain('not "teleport"');
    expect(found.typed[inputName(kind, "condition")]).toBe("32 A, teleport");
  });
  it("takes figures, removals and one new item", () => {
    const found = edited({
      [inputName(kind, "typical")]: "480",
      [inputName({ group: "devices", id: "device:rcd" }, "gone")]: "on",
      "new|group": "materials",
      "new|name": "Duct tape",
      "new|unit": "each",
      "new|low": "1",
      "new|typical": "2",
      "new|high": "3",
    });
    expect(itemIn(found, kind.id)?.typical).toBe(480);
    expect(itemIn(found, "device:rcd")).toBeUndefined();
    expect(itemIn(found, "duct-tape")).toMatchObject({ typical: 2, group: "materials" });
  });
});
