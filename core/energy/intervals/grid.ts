/** From readings in any order to one value for each interval: gaps, repeats, clock changes and strays found on the way. */
import { clockOfZone, dayOfWall, HOUR_S, type LocalClock, momentOf, showWall, steadyClock } from "./clock.ts";
import type { DataFinding } from "./quality.ts";
import { type IntervalSeries, type IntervalUnit, packedValues } from "./series.ts";

/** Readings in the order of the file. */
export interface FileReadings {
  unit: IntervalUnit;
  count: number;
  /** Wall clock, or UTC where the file says so, s since 1970, of the begin of each interval. */
  wallS: Float64Array;
  /** As written, seconds ahead of UTC; NaN where nothing is written. Null where no row has any. */
  offsetS: Float64Array | null;
  /** One list for each phase; NaN where a cell is empty. */
  values: Float64Array[];
  /** Line in the file, from 1; null where rows are consecutive from `firstLine`. */
  line: Int32Array | null;
  firstLine: number;
  /** Time zone of the timestamps; null: as written. */
  zone: string | null;
  /** Time zone to try where the file has no offset and no zone was chosen. */
  usualZone: string;
  /** Interval that the file states, s; null: found from the times. */
  intervalS: number | null;
}

/** The line in the file of one reading, from 1. */
export const lineOf = ({ line, firstLine }: Pick<FileReadings, "line" | "firstLine">, i: number): number =>
  line ? (line[i] as number) : firstLine + i;

/** Rows this far off their place, as a share of the interval, are put there; a recorder's clock ticks on. */
const OFF_GRID = 0.25;
/** More rows than this share off their place: it is not this interval at all. */
const MOST_STRAYS = 0.01;
const LEAST_INTERVAL_S = 1;
const MOST_INTERVAL_S = 3600;
/** More than ten years and a bit are no measurement of this home. */
const MOST_DAYS = 3700;

export class GridRefused extends Error {
  constructor(
    message: string,
    /** Index of the reading that it is about; null: of all. */
    readonly at: number | null = null,
  ) {
    super(message);
  }
}

export interface GriddedReadings {
  series: IntervalSeries;
  findings: DataFinding[];
}

/** The most frequent distance between consecutive rows, s; 0 without one. */
export function usualStep(times: Float64Array, order: Int32Array | null = null): number {
  const seen = new Map<number, number>();
  const n = Math.min(times.length, 20_000);
  for (let i = 1; i < n; i++) {
    const [now, before] = order ? [order[i] as number, order[i - 1] as number] : [i, i - 1];
    const step = Math.abs(Math.round((times[now] as number) - (times[before] as number)));
    if (step > 0) seen.set(step, (seen.get(step) ?? 0) + 1);
  }
  let [best, most] = [0, 0];
  for (const [step, count] of seen) if (count > most || (count === most && step < best)) [best, most] = [step, count];
  return best;
}

const isAscending = (times: Float64Array): boolean => {
  for (let i = 1; i < times.length; i++) if ((times[i] as number) < (times[i - 1] as number)) return false;
  return true;
};

/**
 * Whether a file uses standard time all year: it contains the hour that the local clock skips in spring, or, without a
 * spring change in the file, contains the repeated autumn hour only once.
 */
function keepsOneTime(wallS: Float64Array, clock: LocalClock): boolean {
  const [from, to] = [least(wallS), most(wallS)];
  const within = (a: number, b: number) => {
    let n = 0;
    for (const wall of wallS) if (wall >= a && wall < b) n++;
    return n;
  };
  const known = clock.slice(1).flatMap((change, i) => {
    const before = (clock[i] as LocalClock[number]).offsetS;
    const [a, b] = [change.fromS + before, change.fromS + change.offsetS].sort((x, y) => x - y) as [number, number];
    return from > a - HOUR_S || to < b + HOUR_S ? [] : [{ a, b, spring: change.offsetS > before }];
  });
  const springs = known.filter((c) => c.spring);
  if (springs.length > 0) return springs.some(({ a, b }) => within(a, b) > 0);
  return known.some(({ a, b }) => {
    const beside = within(b, b + (b - a));
    return beside > 0 && within(a, b) <= beside * 1.5;
  });
}

interface Placed {
  /** s since 1970 UTC of each reading. */
  atS: Float64Array;
  clock: LocalClock;
  findings: DataFinding[];
}

/** Moments of readings that say how far their clock is from UTC. */
function placeWritten({ wallS, offsetS, zone }: FileReadings): Placed {
  const atS = new Float64Array(wallS.length);
  const offsets = offsetS as Float64Array;
  const changes: { fromS: number; offsetS: number }[] = [];
  let before = Number.NaN;
  for (let i = 0; i < atS.length; i++) {
    const offset = offsets[i] as number;
    atS[i] = (wallS[i] as number) - offset;
    if (offset !== before) changes.push({ fromS: atS[i] as number, offsetS: offset });
    before = offset;
  }
  if (zone) return { atS, clock: clockOfZone(zone, least(atS), most(atS)), findings: [] };
  changes.sort((a, b) => a.fromS - b.fromS);
  const clock = changes.filter((c, i) => i === 0 || c.offsetS !== changes[i - 1]?.offsetS);
  (clock[0] as { fromS: number }).fromS = Number.NEGATIVE_INFINITY;
  return { atS, clock, findings: clockFindings(clock) };
}

/** Moments of readings that only show a wall clock. */
function placeByZone({ wallS, zone, usualZone }: FileReadings): Placed {
  const [from, to] = [least(wallS), most(wallS)];
  const ofZone = clockOfZone(zone ?? usualZone, from, to);
  const oneTime = ofZone.length > 1 && keepsOneTime(wallS, ofZone);
  const clock = oneTime ? steadyClock(Math.min(...ofZone.map((c) => c.offsetS))) : ofZone;
  const atS = new Float64Array(wallS.length);
  const seen = new Map<number, number>();
  // Away from a clock change, the offset from UTC is the same in consecutive rows.
  let [offset, sureFrom, sureTo] = [0, 0, 0];
  for (let i = 0; i < wallS.length; i++) {
    const wall = wallS[i] as number;
    if (wall < sureFrom || wall >= sureTo) {
      const next = clock.findIndex((c, k) => k > 0 && wall < c.fromS + c.offsetS + NEAR_S);
      const k = next < 0 ? clock.length - 1 : next - 1;
      const [now, then] = [clock[k] as LocalClock[number], clock[k + 1]];
      offset = now.offsetS;
      sureFrom = now.fromS + now.offsetS + NEAR_S;
      sureTo = then ? then.fromS + then.offsetS - NEAR_S : Number.POSITIVE_INFINITY;
      if (wall < sureFrom || wall >= sureTo) {
        const times = seen.get(wall) ?? 0;
        seen.set(wall, times + 1);
        atS[i] = momentOf(clock, wall, times > 0);
        [sureFrom, sureTo] = [0, 0];
        continue;
      }
    }
    atS[i] = wall - offset;
  }
  // A file that runs backwards writes the second of the two hours first.
  if ((wallS[0] as number) > (wallS[wallS.length - 1] as number))
    for (let i = 0; i < wallS.length; i++) {
      const wall = wallS[i] as number;
      if (seen.get(wall) === 2) atS[i] = momentOf(clock, wall) + momentOf(clock, wall, true) - (atS[i] as number);
    }
  const findings: DataFinding[] = oneTime
    ? [{ code: "winter-time", text: "The file keeps one time all year: its clock is never put forward or back" }]
    : [];
  return { atS, clock, findings: [...findings, ...clockFindings(clock)] };
}

/** Further from a change of the clock than this, a wall time means one moment. */
const NEAR_S = 3 * HOUR_S;

const clockFindings = (clock: LocalClock): DataFinding[] =>
  clock.slice(1).map(({ fromS, offsetS }, i) => {
    const before = (clock[i] as LocalClock[number]).offsetS;
    const forward = offsetS > before;
    return {
      code: "clock-change" as const,
      fromS,
      toS: fromS,
      text: `The clock goes ${forward ? "forward" : "back"} on ${dayOfWall(fromS + before)}: a day of ${forward ? 23 : 25} hours, understood`,
    };
  });

const least = (values: Float64Array): number => {
  let found = Number.POSITIVE_INFINITY;
  for (const v of values) if (v < found) found = v;
  return found;
};
const most = (values: Float64Array): number => {
  let found = Number.NEGATIVE_INFINITY;
  for (const v of values) if (v > found) found = v;
  return found;
};

/** Where times of a file that runs one way go the other way without a clock change to explain it. */
function clocksGoneBack(readings: FileReadings, atS: Float64Array, intervalS: number): DataFinding[] {
  const found: DataFinding[] = [];
  let forward = 0;
  for (let i = 1; i < atS.length; i++) if ((atS[i] as number) > (atS[i - 1] as number)) forward++;
  const runsForward = forward >= atS.length * 0.9;
  if (!runsForward) return found;
  for (let i = 1; i < atS.length && found.length < 5; i++) {
    const back = (atS[i - 1] as number) - (atS[i] as number);
    if (back >= intervalS)
      found.push({
        code: "clock-back",
        fromS: atS[i] as number,
        toS: atS[i - 1] as number,
        line: lineOf(readings, i),
        text: `The clock of the file goes back by ${spanInWords(back)}, from ${showWall(readings.wallS[i - 1] as number)} to ${showWall(readings.wallS[i] as number)}`,
      });
  }
  return found;
}

/** A span of time in words: "30 s", "15 minutes", "2 hours". */
export const spanInWords = (seconds: number): string => {
  if (seconds < 60) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 120) return `${minutes} minutes`;
  const hours = seconds / 3600;
  if (hours < 48) return `${Math.round(hours * 10) / 10} hours`;
  return `${Math.round((hours / 24) * 10) / 10} days`;
};

/**
 * @throws GridRefused where no interval can be made out, or the file is longer than any measurement
 */
export function gridOf(readings: FileReadings): GriddedReadings {
  if (readings.count === 0) throw new GridRefused("there is no reading in it");
  const mixed = readings.offsetS?.findIndex((o) => Number.isNaN(o)) ?? -1;
  if (mixed >= 0) throw new GridRefused("this time has no offset from UTC, while others have", mixed);
  const { atS, clock, findings } = readings.offsetS ? placeWritten(readings) : placeByZone(readings);
  const ascending = isAscending(atS);
  const order = ascending ? null : Int32Array.from(atS.keys()).sort((a, b) => (atS[a] as number) - (atS[b] as number));
  const intervalS = readings.intervalS ?? usualStep(atS, order);
  if (intervalS === 0) throw new GridRefused("it takes two readings at different times at least");
  if (intervalS < LEAST_INTERVAL_S || intervalS > MOST_INTERVAL_S)
    throw new GridRefused(`its readings are ${spanInWords(intervalS)} apart; 1 second to 60 minutes can be read`);
  const firstS = atS[order ? (order[0] as number) : 0] as number;
  const lastS = atS[order ? (order[order.length - 1] as number) : atS.length - 1] as number;
  // Intervals begin on the clock, where the readings nearly do.
  const onClock = Math.round(firstS / intervalS) * intervalS;
  const startS = Math.abs(firstS - onClock) <= OFF_GRID * intervalS ? onClock : firstS;
  const count = Math.round((lastS - startS) / intervalS) + 1;
  if (count * intervalS > MOST_DAYS * 86_400)
    throw new GridRefused(`it runs over ${Math.round((count * intervalS) / 86_400)} days; ten years can be read`);
  const phases = readings.values.map(() => new Float64Array(count).fill(Number.NaN));
  const filled = new Uint8Array(count);
  let [strays, same, differing] = [0, 0, 0];
  let firstStray = -1;
  let firstDiffering = -1;
  for (let n = 0; n < atS.length; n++) {
    const i = order ? (order[n] as number) : n;
    const place = ((atS[i] as number) - startS) / intervalS;
    const slot = Math.round(place);
    if (Math.abs(place - slot) > OFF_GRID) {
      if (strays++ === 0) firstStray = i;
      continue;
    }
    if (filled[slot] === 1) {
      const differs = phases.some((p, k) => {
        const [now, was] = [readings.values[k]?.[i] as number, p[slot] as number];
        return !Number.isNaN(now) && !Number.isNaN(was) && now !== was;
      });
      if (differs) {
        if (differing++ === 0) firstDiffering = i;
      } else same++;
    }
    filled[slot] = 1;
    for (let k = 0; k < phases.length; k++) {
      const list = phases[k] as Float64Array;
      const now = (readings.values[k] as Float64Array)[i] as number;
      // Of two that differ the larger counts.
      if (!Number.isNaN(now) && !((list[slot] as number) > now)) list[slot] = now;
    }
  }
  if (strays > Math.max(2, atS.length * MOST_STRAYS))
    throw new GridRefused(
      `this time falls between the ${spanInWords(intervalS)} of the other rows, as do ${strays - 1} others: the interval changes in the file`,
      firstStray,
    );
  if (strays > 0)
    findings.push({
      code: "stray",
      line: lineOf(readings, firstStray),
      text: `${strays} ${strays === 1 ? "row falls" : "rows fall"} between the intervals of ${spanInWords(intervalS)} and ${strays === 1 ? "is" : "are"} left out`,
    });
  if (same > 0)
    findings.push({
      code: "repeat",
      text: `${same} ${same === 1 ? "row comes" : "rows come"} twice with the same value`,
    });
  if (differing > 0)
    findings.push({
      code: "repeat-differs",
      line: lineOf(readings, firstDiffering),
      fromS: atS[firstDiffering] as number,
      toS: (atS[firstDiffering] as number) + intervalS,
      text: `${differing} ${differing === 1 ? "interval comes" : "intervals come"} twice with different values: the larger is used`,
    });
  findings.push(...clocksGoneBack(readings, atS, intervalS));
  return { series: { unit: readings.unit, startS, intervalS, clock, ...packedValues(phases) }, findings };
}
