/** Readings out of a CSV file, by what its columns mean. */
import Papa from "papaparse";
import { showWall } from "../clock.ts";
import { type FileReadings, spanInWords, usualStep } from "../grid.ts";
import type { DataFinding } from "../quality.ts";
import type { IntervalUnit } from "../series.ts";
import {
  type ColumnGuess,
  type CsvMapping,
  delimiterOf,
  guessMapping,
  isNoValue,
  MOST_COLUMNS,
  readNumber,
  readPlain,
  timeOfColumn,
  unitWritten,
  type WrittenUnit,
} from "./mapping.ts";
import { ProblemList, refuseFile } from "./problems.ts";
import { type DateOrder, StampReader } from "./stamp.ts";

const CHUNK = 1 << 18;
const HEAD_CHARACTERS = 1 << 16;
/** A line longer than this is no row of a meter. */
const LONGEST_LINE = 20_000;
/** A counter that falls was set back or changed; one that leaps so far in an interval was misread, kW. */
const MOST_COUNTED_KW = 500;

const INTO: Record<WrittenUnit, { unit: IntervalUnit; over: number }> = {
  A: { unit: "A", over: 1 },
  mA: { unit: "A", over: 1000 },
  W: { unit: "kW", over: 1000 },
  kW: { unit: "kW", over: 1 },
  Wh: { unit: "kWh", over: 1000 },
  kWh: { unit: "kWh", over: 1 },
};

/** The first lines of a text, cut into cells by its own delimiter. */
function headRows(text: string): { rows: string[][]; delimiter: CsvMapping["delimiter"] } {
  const head = text.slice(0, HEAD_CHARACTERS);
  const firstEnd = head.search(/\r|\n/);
  if (firstEnd < 0 ? text.length > LONGEST_LINE : firstEnd > LONGEST_LINE)
    refuseFile(
      `it is longer than ${LONGEST_LINE.toLocaleString("en-US")} characters: this is not a file of a meter or recorder`,
      1,
    );
  const lines = head.split(/\r\n|\r|\n/);
  if (text.length > head.length) lines.pop();
  const long = lines.findIndex((l) => l.length > LONGEST_LINE);
  if (long >= 0)
    refuseFile(
      `it is longer than ${LONGEST_LINE.toLocaleString("en-US")} characters: this is not a file of a meter or recorder`,
      long + 1,
    );
  const delimiter = delimiterOf(lines.filter((l) => l.trim() !== "").slice(0, 200));
  const { data } = Papa.parse<string[]>(lines.join("\n"), { delimiter });
  const wide = data.findIndex((r) => r.length > MOST_COLUMNS);
  if (wide >= 0)
    refuseFile(`it has ${(data[wide] as string[]).length} columns; ${MOST_COLUMNS} at most are read`, wide + 1);
  return { rows: data, delimiter };
}

/** Cells of one column from the begin and, where the file is long, from all over it. */
function scattered(text: string, delimiter: string): (column: number) => string[] {
  return (column) => {
    const found: string[] = [];
    const pieces = text.length > HEAD_CHARACTERS ? 40 : 1;
    for (let p = 0; p < pieces; p++) {
      const at = Math.floor((text.length * p) / pieces);
      const begin = p === 0 ? 0 : text.indexOf("\n", at) + 1;
      const lines = text.slice(begin, begin + (pieces === 1 ? text.length : 400)).split(/\r\n|\r|\n/);
      if (pieces > 1) lines.pop();
      for (const line of pieces > 1 ? lines.slice(0, 2) : lines) {
        const cell = line.split(delimiter)[column]?.replaceAll('"', "").trim();
        if (cell && /^\s*\d/.test(cell)) found.push(cell);
      }
    }
    return found;
  };
}

/** @throws IntervalDataRefused where it is no table of readings at all */
export function guessCsv(text: string, usualOrder: DateOrder): ColumnGuess {
  const { rows, delimiter } = headRows(text);
  const guess = guessMapping(rows.slice(0, 200), delimiter, usualOrder, scattered(text, delimiter));
  return "refused" in guess ? refuseFile(guess.refused, guess.line) : guess;
}

/** A list that grows as it is filled. */
class Growing {
  values: Float64Array;
  count = 0;
  constructor(room: number) {
    this.values = new Float64Array(room);
  }
  push(value: number): void {
    if (this.count === this.values.length) {
      const more = new Float64Array(this.values.length * 2);
      more.set(this.values);
      this.values = more;
    }
    this.values[this.count++] = value;
  }
  get taken(): Float64Array {
    return this.values.subarray(0, this.count);
  }
}

/**
 * @param text the whole file
 * @param usualZone time zone to try where the file has no offset
 * @param onProgress receives the share that has been read, 0 to 1
 * @throws IntervalDataRefused with every wrong line, up to twenty
 */
export function readCsv(
  text: string,
  mapping: CsvMapping,
  usualZone: string,
  onProgress: (share: number) => void = () => {},
): { readings: FileReadings; findings: DataFinding[] } {
  const problems = new ProblemList();
  const stamp = new StampReader(mapping.dateOrder);
  const { date, clock, decimal, unitColumn, shape } = mapping;
  const phases = [...new Set(mapping.values.map((v) => v.phase))].sort();
  const room = roomFor(text, shape === "days" ? mapping.values.length : 1);
  const [walls, offsets, lines] = [new Growing(room), new Growing(16), new Growing(room)];
  const lists = phases.map(() => new Growing(room));
  let unit = mapping.unit;
  let unitLine = 0;
  let anyOffset = false;
  let line = 0;
  let taken = 0;
  /** Rows without a time, until a row with one follows: the foot of a file may say anything. */
  let doubtful: { line: number; message: string }[] = [];

  const columns = mapping.values.map((v, i) => ({
    ...v,
    list: phases.indexOf(v.phase),
    atS: shape === "days" ? (timeOfColumn("", i, mapping.values.length) ?? (i * 86_400) / mapping.values.length) : 0,
  }));
  const single = columns.length === 1 && !columns[0]?.export ? (columns[0] as (typeof columns)[number]) : null;
  const sums = new Float64Array(phases.length);

  const cellValue = (cell: string | undefined): number => {
    if (cell === undefined || cell === "") return Number.NaN;
    if (decimal === ".") {
      const value = readPlain(cell);
      if (!Number.isNaN(value)) return value;
    }
    if (isNoValue(cell)) return Number.NaN;
    const grouped = readNumber(cell, decimal);
    if (!Number.isNaN(grouped) && Number.isFinite(grouped)) return grouped;
    const other = cell.trim().match(/^([+-]?[\d.,]+)\s*([a-zA-Z]+)$/);
    const named = other ? unitWritten(other[2] as string) : null;
    if (other && named) {
      if (named === unit) return readNumber(other[1] as string, decimal);
      problems.add(line, `it is in ${named}, while this column is read in ${unit}: mixed units cannot be read`);
      return Number.NaN;
    }
    problems.add(line, `"${cell.slice(0, 40)}" is not a number`);
    return Number.NaN;
  };
  const oneReading = (row: readonly string[]): void => {
    const offset = stamp.offsetS;
    if (!Number.isNaN(offset) && !anyOffset) {
      anyOffset = true;
      while (offsets.count < walls.count) offsets.push(Number.NaN);
    }
    if (anyOffset) offsets.push(offset);
    walls.push(stamp.wallS);
    lines.push(line);
    if (single) {
      (lists[0] as Growing).push(cellValue(row[single.column]));
      return;
    }
    sums.fill(Number.NaN);
    for (const c of columns) {
      const value = cellValue(row[c.column]);
      if (Number.isNaN(value)) continue;
      const was = sums[c.list] as number;
      sums[c.list] = (!Number.isNaN(was) ? was : 0) + (c.export ? -Math.abs(value) : value);
    }
    for (let k = 0; k < sums.length; k++) (lists[k] as Growing).push(sums[k] as number);
  };

  const oneRow = (row: readonly string[]): void => {
    if (row.length > MOST_COLUMNS) problems.add(line, `it has ${row.length} columns; ${MOST_COLUMNS} at most are read`);
    if (row.length === 1 && (row[0] as string).trim() === "") return;
    const written = row[date] ?? "";
    const known =
      shape === "days"
        ? stamp.readDate(written.trim())
        : clock === null
          ? stamp.read(written)
          : stamp.readPair(written, row[clock] ?? "");
    if (!known) {
      const shown = clock === null ? written : `${written} ${row[clock] ?? ""}`;
      const message = /\d/.test(written)
        ? `"${shown.slice(0, 40).trim()}" is not a date and time that exists`
        : `"${shown.slice(0, 40).trim()}" is not a date and time`;
      doubtful.push({ line, message });
      if (doubtful.length > 40) {
        for (const d of doubtful) problems.add(d.line, d.message);
        problems.refuse();
      }
      return;
    }
    if (doubtful.length > 0) {
      for (const d of doubtful) problems.add(d.line, d.message);
      doubtful = [];
    }
    if (unitColumn !== null && shape === "rows") {
      const said = unitWritten(row[unitColumn] ?? "");
      if (said === null) problems.add(line, `"${(row[unitColumn] ?? "").slice(0, 20)}" is not a known unit`);
      else if (taken === 0) [unit, unitLine] = [said, line];
      else if (said !== unit)
        problems.add(line, `it is in ${said}, while line ${unitLine} is in ${unit}: mixed units cannot be read`);
    }
    taken++;
    if (shape === "rows") {
      oneReading(row);
      return;
    }
    const midnight = stamp.wallS;
    for (const c of columns) {
      walls.push(midnight + c.atS);
      lines.push(line);
      (lists[0] as Growing).push(cellValue(row[c.column]));
    }
  };

  const inChunks: Papa.ParseConfig<string[]> & { chunkSize: number; chunk(results: Papa.ParseResult<string[]>): void } =
    {
      delimiter: mapping.delimiter,
      chunkSize: CHUNK,
      chunk({ data, meta }) {
        for (const row of data) {
          line++;
          if (line > mapping.headLine) oneRow(row);
        }
        onProgress(meta.cursor / text.length);
      },
    };
  Papa.parse<string[]>(text, inChunks);
  // A line without a reading before the first or after the last one is a title or a footer.
  const feet = doubtful.filter((d) => !/date and time that exists/.test(d.message));
  for (const d of doubtful) if (!feet.includes(d)) problems.add(d.line, d.message);
  problems.refuse();
  const count = walls.count;
  const { unit: into, over } = INTO[unit];
  for (const list of lists)
    if (over !== 1) for (let i = 0; i < count; i++) list.values[i] = (list.values[i] as number) / over;
  const readings: FileReadings = {
    unit: into,
    count,
    wallS: walls.taken,
    offsetS: anyOffset ? offsets.taken : null,
    values: lists.map((l) => l.taken),
    line: Int32Array.from(lines.taken),
    firstLine: mapping.headLine + 1,
    zone: mapping.zone,
    usualZone,
    intervalS: null,
  };
  const findings: DataFinding[] = [];
  if (feet.length > 0)
    findings.push({
      code: "skipped-rows",
      line: feet[0]?.line as number,
      text: `${feet.length} ${feet.length === 1 ? "line" : "lines"} at the end ${feet.length === 1 ? "is" : "are"} no reading`,
    });
  if (mapping.means === "register") findings.push(...fromRegister(readings));
  if (mapping.stamps === "end") stampsToStart(readings);
  return { readings, findings };
}

/** Readings that a text may hold, from the length of its first lines. */
function roomFor(text: string, each: number): number {
  const head = text.slice(0, HEAD_CHARACTERS);
  const lines = head.split("\n").length;
  return Math.ceil(((text.length / head.length) * lines + 64) * each * 1.05);
}

/** Times that say when an interval ended are put to its begin. */
function stampsToStart(readings: FileReadings): void {
  const { wallS } = readings;
  const interval = usualStep(wallS);
  for (let i = 0; i < wallS.length; i++) wallS[i] = (wallS[i] as number) - interval;
}

/** A counter that runs on becomes the energy between two of its readings; where it falls it was set back or changed. */
function fromRegister(readings: FileReadings): DataFinding[] {
  const { wallS, offsetS, values, line, count } = readings;
  const at = (i: number) => (wallS[i] as number) - (offsetS?.[i] ?? 0);
  const order = Int32Array.from({ length: count }, (_, i) => i).sort((a, b) => at(a) - at(b) || a - b);
  const findings: DataFinding[] = [];
  const energies = values.map((list) => {
    const out = new Float64Array(Math.max(0, count - 1));
    for (let n = 1; n < count; n++) {
      const [before, now] = [order[n - 1] as number, order[n] as number];
      const delta = (list[now] as number) - (list[before] as number);
      const hours = (at(now) - at(before)) / 3600;
      if (delta < 0 || (hours > 0 && delta / hours > MOST_COUNTED_KW)) {
        out[n - 1] = Number.NaN;
        if (findings.length < 10)
          findings.push({
            code: "reset",
            line: line?.[now] as number,
            fromS: at(before),
            toS: at(now),
            text:
              delta < 0
                ? `The counter falls at ${showWall(wallS[now] as number)}: it was set back or the meter was changed; that interval is left open`
                : `The counter leaps at ${showWall(wallS[now] as number)} by more than any home draws in ${spanInWords(hours * 3600)}: that interval is left open`,
          });
      } else out[n - 1] = Math.round(delta * 1e6) / 1e6;
    }
    return out;
  });
  readings.values = energies;
  readings.line = line ? Int32Array.from({ length: count - 1 }, (_, n) => line[order[n] as number] as number) : null;
  readings.wallS = Float64Array.from({ length: count - 1 }, (_, n) => wallS[order[n] as number] as number);
  readings.offsetS = offsetS
    ? Float64Array.from({ length: count - 1 }, (_, n) => offsetS[order[n] as number] as number)
    : null;
  readings.count = count - 1;
  return findings;
}
