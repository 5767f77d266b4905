/** Sheets as stored texts: `UPDATE_SHEETS=1` writes them again, and the changes are to be read before they are committed. */
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";

/** Compares a sheet with the stored one of the same name. */
export function storedSheet(name: string, sheet: string): string {
  const file = path.join(process.cwd(), "core/testing/sheets", `${name}.txt`);
  if (process.env.UPDATE_SHEETS) {
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, sheet);
  }
  return readFileSync(file, "utf8");
}

/** A figure with six digits: no computer gives another one. */
export const digits = (value: number | null | undefined): string =>
  value === null || value === undefined ? "-" : String(Number(value.toPrecision(6)));
