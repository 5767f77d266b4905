/** A price book as its page was filled in: figures by item, and an item more. */
import type { PriceBook, PriceItem } from "#core/estimate/book.ts";
import { BOOK_COLUMNS, bookFromTable, bookTable, type Cell } from "#core/estimate/book-table.ts";
import { PICKS } from "#core/estimate/schedule.ts";
import { slug } from "#core/words.ts";

/** The name of an item's input in the form: items that a standard installation includes bear the ids of others. */
export const inputName = ({ group, id }: Pick<PriceItem, "group" | "id">, figure: string): string =>
  `${figure}|${group}|${id}`;

/**
 * @param book the version that the page showed
 * @param typed the form's fields
 */
export function editedBook(book: PriceBook, typed: Readonly<Record<string, string>>) {
  const rows: Cell[][] = bookTable(book).flatMap((row, i) => {
    const item = book.items[i] as PriceItem;
    if (typed[inputName(item, "gone")] === "on") return [];
    return [
      row.map((cell, column) => {
        const figure = PICKS.find((f) => f === BOOK_COLUMNS[column]);
        return figure ? (typed[inputName(item, figure)] ?? cell) : cell;
      }),
    ];
  });
  if (typed["new|name"]?.trim())
    rows.push([
      typed["new|group"] ?? "",
      typed["new|id"]?.trim() || slug(typed["new|name"]),
      typed["new|name"].trim(),
      typed["new|unit"] ?? "",
      typed["new|low"] ?? "",
      typed["new|typical"] ?? "",
      typed["new|high"] ?? "",
      typed["new|condition"] ?? "",
      typed["new|soldIn"] ?? "",
    ]);
  const read = bookFromTable([[...BOOK_COLUMNS], ...rows], { ...book, name: typed.name?.trim() || book.name });
  // Lines are the file's; on the page the item is named anyway.
  return "problems" in read ? { problems: read.problems.map((p) => p.replace(/^Line \d+: /, "")) } : read;
}
