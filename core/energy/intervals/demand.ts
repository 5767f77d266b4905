/** Demand from interval data: the highest peaks, the load duration, and the times of use. */
import { DAY_S, dayOfWall, HOUR_S, isWinter, monthOfWall, offsetAt, showWall, wallAt, weekdayOfWall } from "./clock.ts";
import type { IntervalSeries } from "./series.ts";

/** Highest average over clock blocks, A; the data's own averages where its interval is at least that long. */
export interface BlockPeak {
  amps: number;
  /** Start of the block, s since 1970, and its length, s. */
  atS: number;
  blockS: number;
}

/**
 * Averages over clock blocks, A; a block with a missing value has no average.
 * @param amps one value for each interval of the series, NaN where it is missing
 */
export function blocksOf(
  { startS, intervalS }: Pick<IntervalSeries, "startS" | "intervalS">,
  amps: Float64Array,
  blockS: number,
): { startS: number; blockS: number; amps: Float64Array } {
  if (intervalS >= blockS || blockS % intervalS !== 0) return { startS, blockS: intervalS, amps };
  const each = blockS / intervalS;
  const first = Math.floor(startS / blockS) * blockS;
  const lead = Math.round((startS - first) / intervalS);
  const count = Math.floor((lead + amps.length) / each);
  const out = new Float64Array(count).fill(Number.NaN);
  for (let b = 0; b < count; b++) {
    let sum = 0;
    for (let i = b * each - lead; i < (b + 1) * each - lead; i++) sum += i < 0 ? Number.NaN : (amps[i] as number);
    out[b] = sum / each;
  }
  return { startS: first, blockS, amps: out };
}

/** The highest block, A; null where no block has an average. */
export function peakOf(blocks: { startS: number; blockS: number; amps: Float64Array }): BlockPeak | null {
  let at = -1;
  for (let i = 0; i < blocks.amps.length; i++)
    if ((blocks.amps[i] as number) > (at < 0 ? Number.NEGATIVE_INFINITY : (blocks.amps[at] as number))) at = i;
  return at < 0
    ? null
    : { amps: blocks.amps[at] as number, atS: blocks.startS + at * blocks.blockS, blockS: blocks.blockS };
}

/** Peaks that are one evening's are one peak, s. */
const APART_S = 6 * HOUR_S;

/** The highest peaks, each from another part of a day; the highest first. */
export function peaksOf(blocks: { startS: number; blockS: number; amps: Float64Array }, count: number): BlockPeak[] {
  const order = Array.from(blocks.amps.keys())
    .filter((i) => !Number.isNaN(blocks.amps[i] as number))
    .sort((a, b) => (blocks.amps[b] as number) - (blocks.amps[a] as number) || a - b);
  const found: BlockPeak[] = [];
  for (const i of order) {
    if (found.length >= count) break;
    const atS = blocks.startS + i * blocks.blockS;
    if (found.every((p) => Math.abs(p.atS - atS) >= APART_S))
      found.push({ amps: blocks.amps[i] as number, atS, blockS: blocks.blockS });
  }
  return found;
}

/** A load that may be behind a peak: its current and how usual it is at each clock hour. */
export interface PeakSuspect {
  label: string;
  amps: number;
  /** Weight of each clock hour, 0 to 23. */
  byHour: readonly number[];
  /** How much it runs in winter, between the seasons and in summer; left out where it runs all year. */
  bySeason?: readonly [winter: number, between: number, summer: number] | undefined;
}

/** Not more than these few loads make a peak that one can speak of. */
const MOST_CAUSES = 3;
/** A load used less than this share of its busiest season is not a cause of a peak. */
const RARELY = 0.05;
/** The causes must explain this share of the excess over the quiet hours around. */
const ACCOUNTED = 0.75;

/**
 * The likely causes of a peak: loads that are usual at its hour and as large as the excess over the quiet hours
 * around. Empty where no load of the ledger is that large.
 * @param amps of the series' intervals
 */
export function likelyCauses(
  series: Pick<IntervalSeries, "startS" | "intervalS" | "clock">,
  amps: Float64Array,
  peak: BlockPeak,
  suspects: readonly PeakSuspect[],
): string[] {
  const at = Math.round((peak.atS - series.startS) / series.intervalS);
  const around = Math.round((3 * HOUR_S) / series.intervalS);
  let quiet = peak.amps;
  for (let i = Math.max(0, at - around); i < Math.min(amps.length, at + around); i++)
    if ((amps[i] as number) < quiet) quiet = amps[i] as number;
  const wall = wallAt(series.clock, peak.atS);
  const hour = Math.floor((wall % DAY_S) / HOUR_S);
  const season = SEASONS.indexOf(seasonOf(wall));
  const runs = ({ bySeason }: PeakSuspect) => !bySeason || (bySeason[season] ?? 0) > RARELY * Math.max(...bySeason);
  const above = peak.amps - Math.max(0, quiet);
  const usual = suspects
    .filter((s) => (s.byHour[hour] ?? 0) > 0 && s.amps > 0.1 * above && runs(s))
    .sort((a, b) => (b.byHour[hour] ?? 0) * Math.min(b.amps, above) - (a.byHour[hour] ?? 0) * Math.min(a.amps, above));
  const found: string[] = [];
  let left = above;
  for (const suspect of usual) {
    if (found.length >= MOST_CAUSES || left < (1 - ACCOUNTED) * above) break;
    found.push(suspect.label);
    left -= suspect.amps;
  }
  return found;
}

/** "Thu 2025-01-16 18:15" */
export const whenInWords = ({ clock }: Pick<IntervalSeries, "clock">, atS: number): string => {
  const wall = wallAt(clock, atS);
  return `${["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"][weekdayOfWall(wall)]} ${showWall(wall)}`;
};

/**
 * Mean current of each clock hour of each day, A: one row an hour, one column a day; and the highest of each day. Null
 * where nothing is known.
 */
export function heatMapOf(
  series: IntervalSeries,
  amps: Float64Array,
): { days: string[]; byHour: (number | null)[][]; highest: (number | null)[] } {
  const firstDay = Math.floor(wallAt(series.clock, series.startS) / DAY_S);
  const lastDay = Math.floor(wallAt(series.clock, series.startS + (amps.length - 1) * series.intervalS) / DAY_S);
  const days = lastDay - firstDay + 1;
  const [sums, counts] = [new Float64Array(days * 24), new Uint32Array(days * 24)];
  const highest = new Array<number | null>(days).fill(null);
  eachHour(series, amps, (wallHour, value) => {
    const at = wallHour - firstDay * 24;
    const day = Math.floor(at / 24);
    if (value > (highest[day] ?? Number.NEGATIVE_INFINITY)) highest[day] = value;
    sums[at] = (sums[at] as number) + value;
    counts[at] = (counts[at] as number) + 1;
  });
  return {
    days: Array.from({ length: days }, (_, d) => dayOfWall((firstDay + d) * DAY_S)),
    byHour: Array.from({ length: 24 }, (_, h) =>
      Array.from({ length: days }, (_, d) => {
        const n = counts[d * 24 + h] as number;
        return n === 0 ? null : (sums[d * 24 + h] as number) / n;
      }),
    ),
    highest,
  };
}

/** Goes through all known values with the whole hours that the wall clock shows, since 1970. */
function eachHour(series: IntervalSeries, amps: Float64Array, take: (wallHour: number, value: number) => void): void {
  const { clock, startS, intervalS } = series;
  let change = 0;
  let offset = offsetAt(clock, startS);
  while (change < clock.length && (clock[change]?.fromS ?? 0) <= startS) change++;
  for (let i = 0; i < amps.length; i++) {
    const atS = startS + i * intervalS;
    const next = clock[change];
    if (next && atS >= next.fromS) {
      offset = next.offsetS;
      change++;
    }
    const value = amps[i] as number;
    if (!Number.isNaN(value)) take(Math.floor((atS + offset) / HOUR_S), value);
  }
}

const SEASONS = ["winter", "between", "summer"] as const;
export type Season = (typeof SEASONS)[number];
const seasonOf = (wallS: number): Season =>
  isWinter(wallS) ? "winter" : [6, 7, 8].includes(monthOfWall(wallS)) ? "summer" : "between";

export interface LoadProfile {
  name: string;
  /** Mean and highest of each clock hour, A; null where nothing is known. */
  mean: (number | null)[];
  highest: (number | null)[];
}

function profileBy<K extends string>(
  series: IntervalSeries,
  amps: Float64Array,
  names: readonly K[],
  of: (wallHour: number) => number,
): LoadProfile[] {
  const n = names.length * 24;
  const [sums, counts, most] = [
    new Float64Array(n),
    new Uint32Array(n),
    new Float64Array(n).fill(Number.NEGATIVE_INFINITY),
  ];
  let [lastDay, lastIndex] = [Number.NaN, 0];
  eachHour(series, amps, (wallHour, value) => {
    const day = Math.floor(wallHour / 24);
    if (day !== lastDay) {
      lastIndex = of(wallHour);
      lastDay = day;
    }
    const at = lastIndex * 24 + (((wallHour % 24) + 24) % 24);
    sums[at] = (sums[at] as number) + value;
    counts[at] = (counts[at] as number) + 1;
    if (value > (most[at] as number)) most[at] = value;
  });
  return names.map((name, k) => {
    const hours = Array.from({ length: 24 }, (_, h) => k * 24 + h);
    return {
      name,
      mean: hours.map((at) => (counts[at] === 0 ? null : (sums[at] as number) / (counts[at] as number))),
      highest: hours.map((at) => (counts[at] === 0 ? null : (most[at] as number))),
    };
  });
}

/** A usual day of each weekday, Monday first. */
export const weekdayProfiles = (series: IntervalSeries, amps: Float64Array, names: readonly string[]): LoadProfile[] =>
  profileBy(series, amps, names, (hour) => weekdayOfWall(hour * HOUR_S));

/** A usual day of each season that the data reaches. */
export const seasonProfiles = (series: IntervalSeries, amps: Float64Array): LoadProfile[] =>
  profileBy(series, amps, SEASONS, (hour) => SEASONS.indexOf(seasonOf(hour * HOUR_S))).filter((p) =>
    p.mean.some((m) => m !== null),
  );

/** Share of the data's days in the heating season (November to February), 0 to 1. */
export function heatingShare(series: IntervalSeries, count: number): number {
  const { startS, intervalS, clock } = series;
  const days = Math.max(1, Math.round((count * intervalS) / DAY_S));
  let heating = 0;
  for (let d = 0; d < days; d++) if (isWinter(wallAt(clock, startS + d * DAY_S))) heating++;
  return heating / days;
}

/** Whether the data has a Saturday and a Sunday in it, whole. */
export function hasWeekend(series: IntervalSeries, count: number): boolean {
  const { startS, intervalS, clock } = series;
  const [from, to] = [wallAt(clock, startS), wallAt(clock, startS + count * intervalS)];
  for (let day = Math.ceil(from / DAY_S); (day + 1) * DAY_S <= to; day++)
    if (weekdayOfWall(day * DAY_S) === 5 && (day + 2) * DAY_S <= to) return true;
  return false;
}
