/** The rows of a file that somebody chose: CSV or XLSX. */
import Papa from "papaparse";
import readExcelFile from "read-excel-file/node";

/** @returns null where the file is neither CSV nor XLSX */
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
