/** Energy of a charger's register, spread over the quarters of an hour in which it was taken. */

const QUARTER_MS = 15 * 60_000;

/** A quarter of an hour, by its beginning, ms since 1970. */
export const quarterOf = (at: number): number => Math.floor(at / QUARTER_MS) * QUARTER_MS;

/** Energy is not spread over a longer gap, because the time of charging within it is unknown. */
const LONGEST_GAP_MS = 24 * 3_600_000;

/**
 * The energy between two readings of a register, by quarter of an hour, evenly over the time between them. After a gap of
 * more than a day all of it counts in the quarter of the later reading.
 * @param from of the earlier reading, ms since 1970
 * @param to of the later one
 * @returns Wh by the beginning of each quarter; empty where the register has not moved
 */
export function energyByQuarter(from: number, to: number, wh: number): Map<number, number> {
  const quarters = new Map<number, number>();
  if (wh <= 0) return quarters;
  if (to - from <= 0 || to - from > LONGEST_GAP_MS) return quarters.set(quarterOf(to), wh);
  for (let start = quarterOf(from); start < to; start += QUARTER_MS) {
    const ms = Math.min(to, start + QUARTER_MS) - Math.max(from, start);
    quarters.set(start, (wh * ms) / (to - from));
  }
  return quarters;
}

const HALF_DAY_MS = 12 * 3_600_000;

/**
 * The night of a quarter of an hour in UTC, from noon to noon, and the month that it begins in.
 * @param quarter its beginning, ms since 1970
 */
export function monthAndNight(quarter: number): { month: string; night: string } {
  const night = new Date(quarter - HALF_DAY_MS).toISOString().slice(0, 10);
  return { month: night.slice(0, 7), night };
}

/** A month of all chargers of a firm together. */
export interface FirmMonth {
  /** "2026-11", in UTC. */
  month: string;
  chargers: number;
  kWh: number;
  /** Nights in which one of them charged. */
  nights: number;
  /** Largest current and power of one charger; null where none was sent. */
  mostA: number | null;
  mostKW: number | null;
}

/** Less in a night is the charger's own use, Wh. */
export const CHARGED_WH = 200;
