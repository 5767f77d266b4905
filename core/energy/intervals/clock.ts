/** The local clock of a home: its offset from UTC, and when it changes. */
import { tzOffset } from "@date-fns/tz";

export const DAY_S = 86_400;
export const HOUR_S = 3600;

/**
 * From this moment on, the local clock is `offsetS` ahead of UTC. Changes are in order; the first offset also applies
 * before it.
 */
export interface ClockChange {
  fromS: number;
  offsetS: number;
}
export type LocalClock = readonly ClockChange[];

/** A clock that is never put forward or back. */
export const steadyClock = (offsetS = 0): LocalClock => [{ fromS: Number.NEGATIVE_INFINITY, offsetS }];

/** Seconds that the wall clock is ahead of UTC at a moment, s since 1970. */
export function offsetAt(clock: LocalClock, atS: number): number {
  let i = clock.length - 1;
  while (i > 0 && (clock[i] as ClockChange).fromS > atS) i--;
  return clock[i]?.offsetS ?? 0;
}

/** Local time at a moment, as seconds since 1970 on that clock. */
export const wallAt = (clock: LocalClock, atS: number): number => atS + offsetAt(clock, atS);

/**
 * The moment at which a wall clock shows a time, s since 1970. Of a time that it shows twice, in autumn, the first; of
 * one that it leaps over, in spring, as far past the leap as was asked for.
 * @param second of a time that comes twice, the second
 */
export function momentOf(clock: LocalClock, wallS: number, second = false): number {
  const first = wallS - offsetAt(clock, wallS - 14 * HOUR_S);
  const guesses = new Set<number>([first]);
  for (const { offsetS } of clock) {
    const at = wallS - offsetS;
    if (offsetAt(clock, at) === offsetS) guesses.add(at);
  }
  const fits = [...guesses].filter((at) => wallAt(clock, at) === wallS).sort((a, b) => a - b);
  if (fits.length === 0) return first;
  return (second ? fits.at(-1) : fits[0]) as number;
}

/** Whether a zone of this name is known ("Europe/London"). */
export function isZone(name: string): boolean {
  try {
    return Number.isFinite(tzOffset(name, new Date(0)));
  } catch {
    return false;
  }
}

const zoneOffsetS = (zone: string, atS: number): number => tzOffset(zone, new Date(atS * 1000)) * 60;

/** The clock of a time zone over a span, its changes found to the minute. */
export function clockOfZone(zone: string, fromS: number, toS: number): LocalClock {
  let offsetS = zoneOffsetS(zone, fromS - DAY_S);
  const changes: ClockChange[] = [{ fromS: Number.NEGATIVE_INFINITY, offsetS }];
  for (let day = fromS - DAY_S; day < toS + DAY_S; day += DAY_S) {
    const after = zoneOffsetS(zone, day + DAY_S);
    if (after === offsetS) continue;
    let [low, high] = [day, day + DAY_S];
    while (high - low > 60) {
      const middle = Math.floor((low + high) / 120) * 60;
      if (zoneOffsetS(zone, middle) === offsetS) low = middle;
      else high = middle;
    }
    changes.push({ fromS: high, offsetS: after });
    offsetS = after;
  }
  return changes;
}

/** "2025-03-30 01:30" of a wall-clock time. */
export const showWall = (wallS: number): string => new Date(wallS * 1000).toISOString().slice(0, 16).replace("T", " ");
/** "2025-03-30" of a wall-clock time. */
export const dayOfWall = (wallS: number): string => new Date(wallS * 1000).toISOString().slice(0, 10);
/** 0 is Monday. */
export const weekdayOfWall = (wallS: number): number => (Math.floor(wallS / DAY_S) + 3) % 7;
/** November to February: four months of twelve, the heating season. */
export const isWinter = (wallS: number): boolean => [11, 12, 1, 2].includes(monthOfWall(wallS));
/** 1 to 12. */
export const monthOfWall = (wallS: number): number => new Date(wallS * 1000).getUTCMonth() + 1;
