/** A price book as a table, for CSV and XLSX: one row an item. */
import { ValidationError } from "yup";
import { GROUP_IDS, type ItemGroup, type PriceBook, type PriceItem } from "./book.ts";
import { bookSchema, itemProblems } from "./book-schema.ts";
import { PICKS } from "./schedule.ts";

export const BOOK_COLUMNS = ["group", "id", "name", "unit", "low", "typical", "high", "condition", "sold in"] as const;
type Column = (typeof BOOK_COLUMNS)[number];
const NEEDED: readonly Column[] = BOOK_COLUMNS.filter((c) => c !== "condition" && c !== "sold in");

export type TableCell = string | number;

/** The rows of a price book for CSV and XLSX. */
export const bookTable = ({ items }: PriceBook): TableCell[][] =>
  items.map((i) => [i.group, i.id, i.name, i.unit, i.low, i.typical, i.high, i.condition ?? "", i.soldIn ?? ""]);

const MOST_TOLD = 20;

/**
 * Reads a table with a head.
 * @param rows the head first; columns in any order
 * @param base what the table does not say: name and currency
 * @returns the book, marked as the firm's own; or what is wrong, by line
 */
export function bookFromTable(
  rows: readonly (readonly unknown[])[],
  base: Pick<PriceBook, "name" | "currency">,
): { book: PriceBook } | { problems: string[] } {
  const head = (rows[0] ?? []).map((cell) =>
    String(cell ?? "")
      .trim()
      .toLowerCase(),
  );
  const lacking = NEEDED.filter((c) => !head.includes(c));
  if (lacking.length > 0)
    return {
      problems: [
        `The first line must name the columns ${BOOK_COLUMNS.join(", ")}; ${lacking.join(", ")} ${lacking.length === 1 ? "is" : "are"} not there.`,
      ],
    };
  const problems: string[] = [];
  const items: PriceItem[] = [];
  const lineOf = new Map<string, number>();
  for (const [n, row] of rows.entries()) {
    const cell = (column: Column) => row[head.indexOf(column)];
    const text = (column: Column) => String(cell(column) ?? "").trim();
    if (n === 0 || row.every((c) => String(c ?? "").trim() === "")) continue;
    const line = n + 1;
    const say = (what: string) => problems.push(`Line ${line}: ${what}`);
    const group = text("group");
    if (!(GROUP_IDS as readonly string[]).includes(group)) {
      say(`group "${group}" must be one of: ${GROUP_IDS.join(", ")}`);
      continue;
    }
    const id = text("id");
    const key = group === "included" ? `included ${id}` : id;
    if (id === "") say("id is required");
    else if (lineOf.has(key)) say(`id "${id}" is on line ${lineOf.get(key)} already`);
    lineOf.set(key, line);
    const figures = { low: 0, typical: 0, high: 0 };
    let sound = true;
    for (const column of PICKS) {
      const value = figureOf(cell(column));
      if (value === null) {
        say(`${column} of ${text("name") || id} is "${text(column)}", which is not a number`);
        sound = false;
      } else figures[column] = value;
    }
    const item: PriceItem = { id, group: group as ItemGroup, name: text("name"), unit: text("unit"), ...figures };
    if (text("sold in")) {
      const soldIn = figureOf(cell("sold in"));
      if (soldIn === null || soldIn <= 0)
        say(`sold in of ${text("name") || id} is "${text("sold in")}", which is no length or pack`);
      else item.soldIn = soldIn;
    }
    if (text("condition")) item.condition = text("condition");
    if (sound) for (const problem of itemProblems(item)) say(problem);
    items.push(item);
  }
  const book: PriceBook = { ...base, madeUp: false, items };
  if (problems.length === 0) problems.push(...schemaProblems(book));
  return problems.length > 0 ? { problems: shortened(problems) } : { book };
}

/** Schema problems of a book, in the words of its fields. */
function schemaProblems(book: unknown): string[] {
  try {
    bookSchema.validateSync(book, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const items = (book as { items?: readonly Partial<PriceItem>[] }).items ?? [];
    return error.inner.map(({ path = "", message }) => {
      const at = /^items\[(\d+)\]\.(\w+)$/.exec(path);
      const item = at ? items[Number(at[1])] : undefined;
      return at
        ? `${at[2]} of ${item?.name || item?.id || `item ${Number(at[1]) + 1}`} ${message}`
        : `${path} ${message}`;
    });
  }
}

/** `1,250.50` or a number of a spreadsheet. */
function figureOf(cell: unknown): number | null {
  if (typeof cell === "number") return Number.isFinite(cell) ? cell : null;
  const text = String(cell ?? "")
    .trim()
    .replace(/,(?=\d{3}(\D|$))/g, "");
  return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : null;
}

const shortened = (problems: readonly string[]): string[] =>
  problems.length <= MOST_TOLD
    ? [...problems]
    : [...problems.slice(0, MOST_TOLD), `and ${problems.length - MOST_TOLD} more`];
