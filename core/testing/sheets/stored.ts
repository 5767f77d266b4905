/** Sheets as stored texts: `UPDATE_SHEETS=1` writes them again, and the changes are to be read before they are committed. */
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";

/** The stored text of a name; `sheet` is stored first where the sheets are written again. */
export function storedSheet(name: string, sheet: string): string {
  const file = path.join(process.cwd(), "core/testing/sheets", `${name}.txt`);
  if (process.env.UPDATE_SHEETS) {
    mkdirSync(path.dirname(file), { recursive: true });
    writeFileSync(file, sheet);
  }
  return readFileSync(file, "utf8");
}

/** A figure with six digits, in which no two computers differ. */
export const digits = (value: number | null | undefined): string =>
  value === null || value === undefined ? "-" : String(Number(value.toPrecision(6)));

/** A value as JSON, its fractions with six digits. */
export const json = (value: unknown): string =>
  JSON.stringify(value, (_, v) => (typeof v === "number" && !Number.isInteger(v) ? Number(digits(v)) : v)) ?? "none";
