/** The files of a price book: CSV and XLSX, read and written. */
import Papa from "papaparse";
import readExcelFile from "read-excel-file/node";
import writeExcelFile from "write-excel-file/node";
import type { PriceBook } from "#core/estimate/book.ts";
import { BOOK_COLUMNS, bookTable } from "#core/estimate/book-table.ts";

export const bookCsv = (book: PriceBook): string =>
  Papa.unparse({ fields: [...BOOK_COLUMNS], data: bookTable(book) }, { escapeFormulae: true });

export async function bookXlsx(book: PriceBook): Promise<Uint8Array<ArrayBuffer>> {
  const head = BOOK_COLUMNS.map((value) => ({ value, fontWeight: "bold" as const }));
  const rows = bookTable(book).map((row) => row.map((value) => ({ value })));
  return new Uint8Array(await writeExcelFile([head, ...rows]).toBuffer());
}

/** The rows of a file that somebody chose; null where it is neither CSV nor XLSX. */
export async function rowsOf(file: File): Promise<unknown[][] | null> {
  const bytes = Buffer.from(await file.arrayBuffer());
  // An XLSX is a ZIP.
  if (bytes.subarray(0, 2).toString() === "PK")
    try {
      const read = (await readExcelFile(bytes)) as unknown;
      // Newer readers answer with sheets, older ones with the first sheet's rows.
      const [first] = read as { data?: unknown[][] }[];
      return first && !Array.isArray(first) && first.data ? first.data : (read as unknown[][]);
    } catch {
      return null;
    }
  if (bytes.includes(0)) return null;
  return Papa.parse<string[]>(bytes.toString("utf8").replace(/^\uFEFF/, ""), { skipEmptyLines: "greedy" }).data;
}
