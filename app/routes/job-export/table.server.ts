/** A table as a file: CSV for everything, XLSX for spreadsheets. */
import Papa from "papaparse";
import writeExcelFile from "write-excel-file/node";

type Row = readonly (string | number)[];

export const CSV_TYPE = "text/csv; charset=utf-8";
export const XLSX_TYPE = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

/** After a line break within a cell a careless reader begins a new one. */
const guarded = (value: string | number) =>
  typeof value === "string" ? value.replace(/([\r\n]\s*)([=+\-@\t])/g, "$1'$2") : value;

/** Text that a spreadsheet would take for a formula is made plain text. */
export const csvOf = (head: readonly string[], rows: readonly Row[]): string =>
  Papa.unparse({ fields: [...head], data: rows.map((row) => row.map(guarded)) }, { escapeFormulae: true });

export async function xlsxOf(head: readonly string[], rows: readonly Row[]): Promise<Uint8Array<ArrayBuffer>> {
  const cells = rows.map((row) => row.map((value) => ({ value })));
  const bold = head.map((value) => ({ value, fontWeight: "bold" as const }));
  return new Uint8Array(await writeExcelFile([bold, ...cells]).toBuffer());
}
