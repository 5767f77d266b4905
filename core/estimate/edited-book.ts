/** A price book as its page was filled in: figures by item, and one new item. */
import type { PriceBook, PriceItem } from "#core/estimate/book.ts";
import { BOOK_COLUMNS, bookFromTable, bookTable, type TableCell } from "#core/estimate/book-table.ts";
import { PICKS } from "#core/estimate/schedule.ts";
import { slug } from "#core/words.ts";

/** The name of an item's input in the form: items that a standard installation includes bear the ids of others. */
export const inputName = ({ group, id }: Pick<PriceItem, "group" | "id">, figure: string): string =>
  `${figure}|${group}|${id}`;

const NEW_ITEM = ["group", "id", "name", "unit", "low", "typical", "high", "condition", "soldIn"] as const;

/** The fields that the page of a book has; a form's other fields are not read. */
const fieldsOf = (book: PriceBook): string[] => [
  "name",
  ...NEW_ITEM.map((field) => `new|${field}`),
  ...book.items.flatMap((item) => [...PICKS, "condition", "gone"].map((figure) => inputName(item, figure))),
];

/**
 * @param book the version that the page showed
 * @param textOf the text of a field of the form, where there is one
 * @returns the book or what is wrong, with what was typed
 */
export function editedBook(book: PriceBook, textOf: (field: string) => string | undefined) {
  const texts = new Map(
    fieldsOf(book).flatMap((field) => {
      const text = textOf(field);
      return text === undefined ? [] : [[field, text] as const];
    }),
  );
  const typed = Object.fromEntries(texts);
  const rows: TableCell[][] = bookTable(book).flatMap((row, i) => {
    const item = book.items[i] as PriceItem;
    if (texts.get(inputName(item, "gone")) === "on") return [];
    return [
      row.map((cell, column) => {
        const figure = PICKS.find((f) => f === BOOK_COLUMNS[column]);
        if (BOOK_COLUMNS[column] === "condition") return texts.get(inputName(item, "condition"))?.trim() ?? cell;
        return figure ? (texts.get(inputName(item, figure)) ?? cell) : cell;
      }),
    ];
  });
  const added = (field: (typeof NEW_ITEM)[number]) => texts.get(`new|${field}`)?.trim() ?? "";
  if (added("name"))
    rows.push([
      added("group"),
      added("id") || slug(added("name")),
      added("name"),
      added("unit"),
      added("low"),
      added("typical"),
      added("high"),
      added("condition"),
      added("soldIn"),
    ]);
  const read = bookFromTable([[...BOOK_COLUMNS], ...rows], { ...book, name: texts.get("name")?.trim() || book.name });
  // Lines are the file's; on the page the item is named anyway.
  return "problems" in read
    ? { problems: read.problems.map((p) => p.replace(/^Line \d+: /, "")), typed }
    : { ...read, typed };
}
