/** A file of interval data in, a series with its quality out: the one entry of page, worker, server and command line. */
import type { Conventions } from "#core/conventions.ts";
import { type FileReadings, GridRefused, gridOf, lineOf } from "../grid.ts";
import { type DataFinding, type DataQuality, measuresNothing, qualityOf } from "../quality.ts";
import type { IntervalSeries } from "../series.ts";
import { guessCsv, readCsv } from "./csv.ts";
import { looksLikeXml, readGreenButton } from "./green-button.ts";
import type { ColumnGuess, CsvMapping } from "./mapping.ts";
import { refuseFile } from "./problems.ts";

export interface ReadFile {
  series: IntervalSeries;
  quality: DataQuality;
  /** "CSV" or "Green Button XML". */
  form: string;
}

/** UTF-8, or UTF-16 by its mark. */
export function textOf(bytes: Uint8Array): string {
  const wide =
    bytes[0] === 0xff && bytes[1] === 0xfe ? "utf-16le" : bytes[0] === 0xfe && bytes[1] === 0xff ? "utf-16be" : null;
  return new TextDecoder(wide ?? "utf-8").decode(bytes);
}

/** The meaning of a CSV's columns, or null for a file that defines it. */
export const guessOf = (text: string, { dateOrder }: Pick<Conventions, "dateOrder">): ColumnGuess | null =>
  looksLikeXml(text) ? null : guessCsv(text, dateOrder);

/**
 * @param mapping what the columns of a CSV mean; guessed where left out
 * @throws IntervalDataRefused: what is wrong, with lines
 */
export function readIntervalFile(
  text: string,
  conventions: Pick<Conventions, "dateOrder" | "timeZone">,
  {
    mapping,
    zone = null,
    onProgress,
  }: { mapping?: CsvMapping; zone?: string | null; onProgress?(share: number): void } = {},
): ReadFile {
  if (text.trim() === "") refuseFile("the file is empty");
  const { timeZone: usualZone } = conventions;
  if (looksLikeXml(text)) {
    const { readings, findings } = readGreenButton(text, { zone, usualZone }, onProgress);
    return { ...ready(readings, findings), form: "Green Button XML" };
  }
  const meaning = mapping ?? settled(guessCsv(text, conventions.dateOrder));
  const { readings, findings } = readCsv(text, { ...meaning, zone: zone ?? meaning.zone }, usualZone, onProgress);
  return { ...ready(readings, findings), form: "CSV" };
}

function settled({ mapping, doubts, columns }: ColumnGuess): CsvMapping {
  if (doubts.includes("unit"))
    refuseFile(`no column says kWh, kW or A (columns: ${columns.join(", ").slice(0, 200)})`, mapping.headLine || null);
  if (doubts.includes("columns") || mapping.values.length === 0)
    refuseFile(
      `the columns of time and value are not clear (columns: ${columns.join(", ").slice(0, 200)})`,
      mapping.headLine || null,
    );
  return mapping;
}

function ready(readings: FileReadings, found: readonly DataFinding[]): Pick<ReadFile, "series" | "quality"> {
  try {
    const { series, findings } = gridOf(readings);
    if (measuresNothing(series))
      refuseFile("no value in it is above zero: what the home draws from the grid was not measured");
    return { series, quality: qualityOf(series, [...found, ...findings]) };
  } catch (error) {
    if (error instanceof GridRefused)
      return refuseFile(error.message, error.at === null ? null : lineOf(readings, error.at));
    throw error;
  }
}
