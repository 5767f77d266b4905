/**
 * Reads the rows of an uploaded CSV or XLSX file. An XLSX is a ZIP of XML: its sizes, rows, columns and cells are
 * checked before a table is built, because a file of a few kilobytes can unpack to gigabytes.
 */
import { type Unzipped, unzipSync, zipSync } from "fflate";
import Papa from "papaparse";
import readExcelFile from "read-excel-file/node";
import { SaxesParser } from "saxes";

const MB = 1024 * 1024;
/** A price book has at most 1,000 items; the rest is room for empty rows and columns of the firm's own. */
const MOST_ROWS = 5000;
const MOST_COLUMNS = 100;
const MOST_CELLS = 100_000;
/** Characters of one cell: the limit of spreadsheet programs themselves. */
const MOST_CELL_CHARACTERS = 32_767;
const MOST_ENTRIES = 200;
const MOST_UNPACKED_BYTES = 12 * MB;

/** The words for a file that goes beyond these limits. */
export const TOO_MUCH_IN_FILE = `That file is too large: at most ${MOST_ROWS.toLocaleString("en")} rows, ${MOST_COLUMNS} columns and ${MOST_UNPACKED_BYTES / MB} MB unpacked are read.`;

/** A file that is beyond the limits. */
export class TooMuchInFile extends Error {}

const tooMuch = (beyond: boolean): void => {
  if (beyond) throw new TooMuchInFile(TOO_MUCH_IN_FILE);
};

/** Column of a cell reference such as "AB12", from 1. */
function columnOf(reference: string): number {
  let column = 0;
  for (const letter of reference.slice(0, 8)) {
    if (letter < "A" || letter > "Z") break;
    column = column * 26 + (letter.charCodeAt(0) - 64);
  }
  return column;
}

/** Reads XML event by event and stops at the first thing that is beyond the limits. */
function checkXml(bytes: Uint8Array): void {
  const parser = new SaxesParser({ xmlns: false });
  let [rows, cells, characters] = [0, 0, 0];
  parser.on("doctype", () => tooMuch(true));
  parser.on("opentag", ({ name, attributes }) => {
    if (/(^|:)row$/.test(name)) tooMuch(++rows > MOST_ROWS || Number(attributes.r ?? 0) > MOST_ROWS);
    if (/(^|:)(c|si)$/.test(name)) {
      characters = 0;
      tooMuch(++cells > MOST_CELLS);
    }
    const reference = /(^|:)c$/.test(name) ? (attributes.r ?? "") : "";
    tooMuch(columnOf(reference) > MOST_COLUMNS || Number(reference.replace(/^[A-Z]+/, "") || 0) > MOST_ROWS);
  });
  parser.on("text", (text) => {
    characters += text.length;
    tooMuch(characters > MOST_CELL_CHARACTERS);
  });
  const text = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length).toString("utf8");
  // In pieces, so that a limit stops it early.
  for (let at = 0; at < text.length; at += 64 * 1024) parser.write(text.slice(at, at + 64 * 1024));
  parser.close();
}

/** The entries of a ZIP, unpacked only where its directory names sizes within the limits. */
function unpacked(bytes: Uint8Array): Unzipped {
  let entries = 0;
  let total = 0;
  unzipSync(bytes, {
    filter({ originalSize }) {
      total += originalSize;
      tooMuch(++entries > MOST_ENTRIES || total > MOST_UNPACKED_BYTES);
      return false;
    },
  });
  return unzipSync(bytes, { filter: ({ name }) => /\.(xml|rels)$/.test(name) });
}

async function rowsOfXlsx(bytes: Uint8Array): Promise<unknown[][] | null> {
  const entries = unpacked(bytes);
  for (const [name, xml] of Object.entries(entries)) if (name.endsWith(".xml")) checkXml(xml);
  // Exactly what was checked goes to the reader.
  const read = (await readExcelFile(Buffer.from(zipSync(entries, { level: 0 })))) as unknown;
  const [first] = read as { data?: unknown[][] }[];
  return first && !Array.isArray(first) && first.data ? first.data : (read as unknown[][]);
}

function rowsOfCsv(bytes: Uint8Array): string[][] {
  const text = new TextDecoder().decode(bytes);
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: "greedy", preview: MOST_ROWS + 1 });
  tooMuch(data.length > MOST_ROWS);
  for (const row of data) tooMuch(row.length > MOST_COLUMNS || row.some((cell) => cell.length > MOST_CELL_CHARACTERS));
  return data;
}

/**
 * @returns null where the file is neither CSV nor XLSX
 * @throws TooMuchInFile
 */
export async function rowsOfFile(bytes: Uint8Array): Promise<unknown[][] | null> {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (!isZip) return bytes.includes(0) ? null : rowsOfCsv(bytes);
  try {
    return await rowsOfXlsx(bytes);
  } catch (error) {
    if (error instanceof TooMuchInFile) throw error;
    return null;
  }
}
