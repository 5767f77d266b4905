/** Meaning of the columns of a CSV file: guessed from its head and first rows, confirmed by a person when in doubt. */
import { array, boolean, number, object, string } from "yup";
import { type DateOrder, readClock, StampReader } from "./stamp.ts";

export const WRITTEN_UNITS = ["A", "mA", "W", "kW", "Wh", "kWh"] as const;
export type WrittenUnit = (typeof WRITTEN_UNITS)[number];

export interface ValueColumn {
  column: number;
  /** 0: the whole supply; otherwise the leg or phase. */
  phase: 0 | 1 | 2 | 3;
  /** It counts what the home gives away. */
  export: boolean;
}

export interface CsvMapping {
  delimiter: "," | ";" | "\t" | "|";
  decimal: "." | ",";
  /** Line that names the columns, from 1; 0 where none does. */
  headLine: number;
  /** One reading a row, or one day a row with a column for each time of day. */
  shape: "rows" | "days";
  /** Column of the date, or of date and time in one. */
  date: number;
  /** Column of the clock time where it is separate; null otherwise. */
  clock: number | null;
  dateOrder: DateOrder;
  /** Meaning of a timestamp: start or end of its interval. */
  stamps: "start" | "end";
  values: ValueColumn[];
  unit: WrittenUnit;
  /** Averages or energies of each interval, or a counter that runs on. */
  means: "interval" | "register";
  /** Column that names the unit of each row; null where none does. */
  unitColumn: number | null;
  /** Time zone of the timestamps; null: as written. */
  zone: string | null;
}

const column = () => number().integer().min(0).max(1000);

/** A mapping as it comes from outside. */
export const csvMapping = object({
  delimiter: string()
    .oneOf([",", ";", "\t", "|"] as const)
    .required(),
  decimal: string()
    .oneOf([".", ","] as const)
    .required(),
  headLine: number().integer().min(0).max(1000).required(),
  shape: string()
    .oneOf(["rows", "days"] as const)
    .required(),
  date: column().required(),
  clock: column().defined().nullable(),
  dateOrder: string()
    .oneOf(["ymd", "dmy", "mdy"] as const)
    .required(),
  stamps: string()
    .oneOf(["start", "end"] as const)
    .required(),
  values: array(
    object({
      column: column().required(),
      phase: number()
        .oneOf([0, 1, 2, 3] as const)
        .required(),
      export: boolean().required(),
    }),
  )
    .min(1)
    .max(400)
    .required(),
  unit: string()
    .oneOf([...WRITTEN_UNITS])
    .required(),
  means: string()
    .oneOf(["interval", "register"] as const)
    .required(),
  unitColumn: column().defined().nullable(),
  zone: string().max(60).defined().nullable(),
});

/** Properties that the file does not show and that are asked. */
export type ColumnDoubt = "columns" | "unit" | "date-order" | "value-columns" | "direction";

export interface ColumnGuess {
  mapping: CsvMapping;
  doubts: ColumnDoubt[];
  /** Names of the columns, for the person who settles them. */
  columns: string[];
  /** The first rows below the head, unchanged. */
  sample: string[][];
}

/** No meter writes more. */
export const MOST_COLUMNS = 400;
const MOST_HEAD_LINES = 60;
const SAMPLE_ROWS = 5;

const clean = (cell: string): string => cell.trim().toLowerCase();
const DATE_TIME =
  /^(start|timestamp|time ?stamp|date[ _/&-]*(and )?time|datetime|interval[ _]?start|start[ _](date[ _])?time|from|period[ _]start|usage[ _]?date|read(ing)?[ _]?(date|time)|time|begin|end|(interval|period)[ _]?end(s|ing)?|end(s|ing)?[ _](at|time)?|to|utc)\b/;
const DATE = /^(date|day|usage date|reading date|start date|settlement date)\b/;
const CLOCK = /^(time|start[ _]?time|clock|from|hour|interval[ _]?start|start)\b/;
const END = /(^|[ _])(end(s|ing)?|to|until)([ _]|$)|end[ _]?time/;
const UNIT_HEAD = /^units?$|^uom$/;
const EXPORTED =
  /export|generat|produc|solar|\bpv\b|surplus|sold|fe(d|ed)[ _-]?in|(to|into)[ _](the[ _])?(grid|utility|network)|home[ _]to/;
const IMPORTED =
  /import|consum|usage|used|purchas|bought|demand|from[ _](the[ _])?(grid|utility|network)|to[ _](the[ _])?home/;
/** Words that a utility means one way and a home the other. */
const EITHER_WAY = /receiv|deliver|sent|return|reverse|forward|(^|[ _])(in|out)([ _]|$)/;
const REGISTER = /register|meter read|cumulative|index|counter|total read/;
const NO_VALUE =
  /quality|status|estimat|flag|cost|price|temp|note|type|(^|[ _])id$|serial|volt|power factor|\bpf\b|hz|freq/;

function unitIn(name: string): WrittenUnit | null {
  if (/kwh|kilowatt.?hours?/.test(name)) return "kWh";
  if (/(^|[^a-z])wh([^a-z]|$)|watt.?hours?/.test(name)) return "Wh";
  if (/(^|[^a-z])kw([^a-z]|$)|kilowatts?/.test(name)) return "kW";
  if (/(^|[^a-z])w([^a-z]|$)|watts?/.test(name)) return "W";
  if (/(^|[^a-z])ma([^a-z]|$)|milliamp/.test(name)) return "mA";
  if (/(^|[^a-z])a([^a-z]|$)|\bamps?\b|ampere|current/.test(name)) return "A";
  return null;
}

/** The unit that a text names; null without one. */
export const unitWritten = (text: string): WrittenUnit | null =>
  WRITTEN_UNITS.find((u) => u.toLowerCase() === text.trim().toLowerCase()) ?? null;

const phaseIn = (name: string): 0 | 1 | 2 | 3 => {
  const found = name.match(/(?:^|[^a-z])(?:l|leg|line|phase|ph|i|ct|clamp|ch|channel)[ _-]?([123abc])(?:[^a-z0-9]|$)/);
  if (!found) return 0;
  const at = "123".includes(found[1] as string) ? Number(found[1]) : "abc".indexOf(found[1] as string) + 1;
  return at as 1 | 2 | 3;
};

const TENTHS = [1, 10, 100, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15];

/** "1.234" as most cells are written, digit by digit and exact; NaN where it is written otherwise. */
export function readPlain(cell: string): number {
  let [whole, decimals, at, negative] = [0, -1, 0, false];
  if (cell.charCodeAt(0) === 45) [at, negative] = [1, true];
  if (cell.length === at || cell.length > 15) return Number.NaN;
  for (; at < cell.length; at++) {
    const code = cell.charCodeAt(at);
    if (code >= 48 && code <= 57) {
      whole = whole * 10 + code - 48;
      if (decimals >= 0) decimals++;
    } else if (code === 46 && decimals < 0) decimals = 0;
    else return Number.NaN;
  }
  const value = decimals > 0 ? whole / (TENTHS[decimals] as number) : whole;
  return negative ? -value : value;
}

/** "1.234" or "1,234" by the decimal sign; NaN where it is no number. Grouped thousands are understood. */
export function readNumber(cell: string, decimal: "." | ","): number {
  const plain = Number(cell);
  if (!Number.isNaN(plain) && cell !== "" && decimal === ".") return plain;
  const text = cell.trim().replace(/[\u00a0 ']/g, "");
  if (!/^[+-]?[\d.,]+(?:[eE][+-]?\d+)?$/.test(text)) return Number.NaN;
  const grouped = decimal === "." ? /^[+-]?\d{1,3}(,\d{3})+(\.\d+)?$/ : /^[+-]?\d{1,3}(\.\d{3})+(,\d+)?$/;
  if (decimal === ".") return text.includes(",") && !grouped.test(text) ? Number.NaN : Number(text.replaceAll(",", ""));
  if (text.includes(".") && !grouped.test(text)) return Number.NaN;
  return Number(text.replaceAll(".", "").replace(",", "."));
}

/** A cell that says that there is no value. */
export const isNoValue = (cell: string): boolean => /^\s*(-+|n\/?a|null|nan|none|missing|\?+)?\s*$/i.test(cell);

const someNumber = (cell: string): boolean =>
  !Number.isNaN(readNumber(cell, ".")) || !Number.isNaN(readNumber(cell, ","));
const ORDERS: readonly DateOrder[] = ["ymd", "dmy", "mdy"];
const isStamp = (cell: string): boolean => ORDERS.some((o) => new StampReader(o).read(cell));
/** "00:30", "HH12", "hh01", or "Hour 3" as a column of one time of day. */
export function timeOfColumn(name: string, of: number, count: number): number | null {
  const text = name.trim();
  const range = text.match(/^(\d{1,2}:\d{2})(?::\d{2})?\s*(?:-|to|–)\s*\d{1,2}:\d{2}/i);
  const clock = readClock(range ? (range[1] as string) : text);
  if (!Number.isNaN(clock) && /:/.test(text)) return clock;
  if (
    /^(hh|h|hour|he|kwh|kw|period|interval|int|v|val|value|hhc)?[ _-]?\d{1,3}$/i.test(text) &&
    [24, 48, 96, 144, 288].includes(count)
  )
    return (of * 86_400) / count;
  return null;
}

/** The order of day and month in which the rows follow each other most evenly. */
function dateOrderOf(dates: readonly string[], usualOrder: DateOrder): { order: DateOrder; sure: boolean } {
  const days = (order: DateOrder) => {
    const reader = new StampReader(order);
    return dates.map((d) =>
      reader.read(d) || reader.readDate(d.trim()) ? Math.floor(reader.wallS / 86_400) : Number.NaN,
    );
  };
  if (dates.every((d) => /^\s*(\d{4}[-/.]|\d{8}$|\d{9,13}(\.\d+)?\s*$)|[A-Za-z]{3}/.test(d)))
    return { order: "ymd", sure: true };
  const uneven = (order: DateOrder) => {
    const found = days(order);
    if (found.some((d) => Number.isNaN(d))) return Number.POSITIVE_INFINITY;
    return found.slice(1).reduce((t, d, i) => t + Math.abs(d - (found[i] as number)), 0);
  };
  const [dmy, mdy] = [uneven("dmy"), uneven("mdy")];
  if (dmy === mdy) return { order: usualOrder, sure: false };
  return { order: dmy < mdy ? "dmy" : "mdy", sure: true };
}

const DELIMITERS = [",", ";", "\t", "|"] as const;

/** The sign between cells: the one that most lines have most alike. */
export function delimiterOf(lines: readonly string[]): CsvMapping["delimiter"] {
  let [best, most]: [CsvMapping["delimiter"], number] = [",", 0];
  for (const d of DELIMITERS) {
    const counts = lines.map((l) => l.split(d).length - 1).filter((n) => n > 0);
    const usual = counts.sort((a, b) => a - b)[counts.length >> 1] ?? 0;
    // Numbers with a decimal comma have commas too, but not as evenly.
    const even = counts.filter((n) => n === usual).length * Math.min(usual, 60) + (d === "," ? 0 : 0.5);
    if (usual > 0 && even > most) [best, most] = [d, even];
  }
  return best;
}

/**
 * @param rows the first lines of the file, cut into cells
 * @param tail lines of which the order of day and month is seen, from all over the file
 */
export function guessMapping(
  rows: readonly (readonly string[])[],
  delimiter: CsvMapping["delimiter"],
  usualOrder: DateOrder,
  dates: (column: number) => readonly string[] = () => [],
): ColumnGuess | { refused: string; line: number | null } {
  // The first row with a date or time in a cell and numbers beside it begins the readings.
  const first = rows.findIndex((row) => row.length > 1 && row.some(isStampCell) && row.filter(someNumber).length > 0);
  if (first < 0 || first > MOST_HEAD_LINES)
    return { refused: "no row with a date or time and a number beside it is found in the first lines", line: null };
  const body = rows.slice(first).filter((r) => r.length > 1);
  const firstRow = body[0] as readonly string[];
  const above = rows[first - 1];
  const named = above && above.length >= firstRow.length - 1 && above.length > 1 ? above : null;
  const names = firstRow.map((_, i) => clean(named?.[i] ?? ""));
  const columns = firstRow.map((_, i) => named?.[i]?.trim() || `Column ${i + 1}`);
  const doubts: ColumnDoubt[] = [];
  const decimal = body.some((r) => r.some((c) => /^\s*-?\d+,\d+\s*$/.test(c))) && delimiter !== "," ? "," : ".";

  const stamped = firstRow.flatMap((c, i) => (isDateCell(c) ? [i] : []));
  let date =
    stamped.find((i) => DATE_TIME.test(names[i] as string) || DATE.test(names[i] as string)) ?? stamped[0] ?? -1;
  const startColumn = stamped.find((i) => /start|from|begin/.test(names[i] as string));
  if (startColumn !== undefined) date = startColumn;
  if (date < 0) {
    date = 0;
    doubts.push("columns");
  }
  const onlyDate = !/\d:\d\d|\d{9,}/.test(firstRow[date] as string);
  const times = firstRow.flatMap((c, i) =>
    i !== date && !Number.isNaN(readClock(c.trim())) && /:|[ap]\.?m/i.test(c) ? [i] : [],
  );
  const clock = onlyDate
    ? (times.find((i) => CLOCK.test(names[i] as string) && !END.test(names[i] as string)) ?? times[0] ?? null)
    : null;

  // A row a day: the names of most columns are times of the day.
  const others = names.map((_, i) => i).filter((i) => i !== date && i !== clock);
  const numbers = others.filter((i) => body.slice(0, 20).some((r) => someNumber(r[i] ?? "")));
  const timed = numbers.filter(
    (_, k) => timeOfColumn(columns[numbers[k] as number] as string, k, numbers.length) !== null,
  );
  const ofTimes = timed.length >= 24 ? timed : numbers.filter((i) => timeOfColumn(columns[i] as string, 0, 0) !== null);
  const days = onlyDate && clock === null && ofTimes.length >= 24;

  const unitColumn = names.findIndex((n) => UNIT_HEAD.test(n));
  const candidates = numbers.filter(
    (i) => i !== unitColumn && !NO_VALUE.test(names[i] as string) && !times.includes(i) && !stamped.includes(i),
  );
  const withUnit = candidates.filter((i) => unitIn(names[i] as string) !== null);
  let picked = withUnit.length > 0 ? withUnit : candidates;
  const units = [...new Set(withUnit.map((i) => unitIn(names[i] as string)))];
  let unit: WrittenUnit | null = units[0] ?? null;
  if (units.length > 1) {
    // More than one unit for the same thing: energy goes before power, power before current.
    const order: readonly WrittenUnit[] = ["kWh", "Wh", "kW", "W", "A", "mA"];
    unit = order.find((u) => units.includes(u)) ?? null;
    picked = withUnit.filter((i) => unitIn(names[i] as string) === unit);
  }
  if (unitColumn >= 0) unit = unitWritten(firstRow[unitColumn] ?? "") ?? unit;
  if (days) unit ??= unitIn(rows.slice(0, first).flat().map(clean).join(" ")) ?? unitIn(names.join(" "));
  if (unit === null) unit = unitIn(rows.slice(0, first).flat().map(clean).join(" "));
  const pickedNames = picked.map((i) => names[i] as string);
  const values: ValueColumn[] = days
    ? ofTimes.map((column) => ({ column, phase: 0, export: false }))
    : picked.map((column) => ({
        column,
        phase: phaseIn(names[column] as string),
        export: isExport(names[column] as string, pickedNames),
      }));
  const used = days ? values : oneOfEach(values);
  if (used.length === 0) doubts.push("value-columns");
  else if (!days && used.length < values.length) doubts.push("value-columns");
  const isClear = used.some((v) => !v.export) && !used.some((v) => isEitherWay(names[v.column] as string));
  if (!days && used.length > 0 && !isClear) doubts.push("direction");
  if (unit === null) doubts.push("unit");
  const seen = dates(date);
  const order = dateOrderOf(seen.length > 1 ? seen : body.map((r) => r[date] ?? ""), usualOrder);
  if (!order.sure) doubts.push("date-order");
  const means = used.some((v) => REGISTER.test(names[v.column] as string)) ? "register" : "interval";
  return {
    mapping: {
      delimiter,
      decimal,
      headLine: named ? first : 0,
      shape: days ? "days" : "rows",
      date,
      clock,
      dateOrder: order.order,
      stamps: !days && END.test(names[clock ?? date] as string) && startColumn === undefined ? "end" : "start",
      values: used,
      unit: unit ?? "kWh",
      means,
      unitColumn: unitColumn >= 0 ? unitColumn : null,
      zone: null,
    },
    doubts,
    columns,
    sample: body.slice(0, SAMPLE_ROWS).map((r) => [...r]),
  };
}

const isDateCell = (cell: string): boolean => cell.trim().length >= 6 && !isPlainNumber(cell) && isStamp(cell);
const isPlainNumber = (cell: string): boolean =>
  /^\s*-?\d*[.,]?\d+\s*$/.test(cell) && !/^\s*(\d{8}|\d{9,13}(\.\d+)?)\s*$/.test(cell);
const isStampCell = (cell: string): boolean => isDateCell(cell);

const isEitherWay = (name: string): boolean => EITHER_WAY.test(name) && !EXPORTED.test(name) && !IMPORTED.test(name);

/** Of "delivered" and "received" beside each other, a meter of the utility means what it receives from the home. */
const isExport = (name: string, others: readonly string[]): boolean =>
  isEitherWay(name)
    ? /receiv|return|reverse|out/.test(name) && others.some((n) => n !== name && isEitherWay(n))
    : EXPORTED.test(name);

/** One column of import for each phase, and one of export: of more than one the first. */
function oneOfEach(values: readonly ValueColumn[]): ValueColumn[] {
  const phased = values.some((v) => v.phase > 0 && !v.export);
  const seen = new Set<string>();
  return values.filter((v) => {
    if (phased && v.phase === 0) return false;
    const key = `${v.phase} ${v.export}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** The part that all files of one kind share; a firm's earlier answer is found by it. */
export const fileHead = ({ columns, mapping }: Pick<ColumnGuess, "columns" | "mapping">): string =>
  `${mapping.delimiter}${mapping.shape} ${columns.map((c) => c.toLowerCase().replace(/\s+/g, " ")).join("|")}`.slice(
    0,
    500,
  );

/** A firm's answer on the columns of one kind of file. */
export interface MappingOfHead {
  /** SHA-256 of the names of the columns. */
  head: string;
  mapping: CsvMapping;
}
