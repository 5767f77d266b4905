/** Real nights of a charger, from the quarters of an hour that it has sent. */

/** Quarters of an hour of all charge points of a job; the lists have the same length, the earliest first. */
export interface MeteredQuarters {
  /** Minutes since 1970 of their beginnings. */
  at: readonly number[];
  wh: readonly number[];
  /** The largest current that was taken, A; null where none was sent. */
  mostA: readonly (number | null)[];
  /** The least current that was offered while a car charged, A; null where none was sent. */
  leastOfferedA: readonly (number | null)[];
  /** The largest current of the supply, A; null where none was sent. */
  mostTotalA: readonly (number | null)[];
}

export interface RealNight {
  /** ISO day on whose noon it begins, in local time. */
  night: string;
  kWh: number;
  /** Of it within the cheap hours. */
  cheapKWh: number;
  /** Quarters of an hour in which it charged. */
  quarters: number;
  /** Those in which less than the designed current was offered. */
  heldBack: number;
  /** The largest current that was taken, A; null where none was sent. */
  mostA: number | null;
  /** The same of the supply, while the car charged. */
  mostTotalA: number | null;
}

/** The larger of two figures; of one that is null the other. */
export const larger = (one: number | null, other: number | null): number | null =>
  one === null ? other : other === null ? one : Math.max(one, other);

export interface NightBasis {
  /** The designed charging current, A. */
  designedA: number;
  /** Cheap hours, minutes after midnight; null where there are none. */
  cheap: { from: number; to: number } | null;
  /** Local time of a moment: minutes since 1970 as if it were UTC. @param at minutes since 1970 */
  local(at: number): number;
}

const DAY = 24 * 60;
/** An offer within this of the designed current is no holding back, A. */
const WITHIN_A = 0.5;
/** Less in a quarter of an hour is the charger's own use, Wh. */
const CHARGES_WH = 20;

const isIn = ({ from, to }: { from: number; to: number }, minute: number): boolean =>
  from <= to ? minute >= from && minute < to : minute >= from || minute < to;

/** The nights in which the charger has charged, the earliest first. */
export function realNights(
  { at, wh, mostA, leastOfferedA, mostTotalA }: MeteredQuarters,
  basis: NightBasis,
): RealNight[] {
  const nights = new Map<string, RealNight>();
  for (const [i, minute] of at.entries()) {
    const energy = wh[i] ?? 0;
    if (energy < CHARGES_WH) continue;
    const local = basis.local(minute);
    const night = new Date((local - DAY / 2) * 60_000).toISOString().slice(0, 10);
    const known = nights.get(night) ?? {
      night,
      kWh: 0,
      cheapKWh: 0,
      quarters: 0,
      heldBack: 0,
      mostA: null,
      mostTotalA: null,
    };
    known.kWh += energy / 1000;
    known.quarters++;
    if (basis.cheap && isIn(basis.cheap, local % DAY)) known.cheapKWh += energy / 1000;
    known.mostA = larger(known.mostA, mostA[i] ?? null);
    known.mostTotalA = larger(known.mostTotalA, mostTotalA[i] ?? null);
    const offered = leastOfferedA[i];
    if (offered !== null && offered !== undefined && offered < basis.designedA - WITHIN_A) known.heldBack++;
    nights.set(night, known);
  }
  return [...nights.values()].sort((a, b) => a.night.localeCompare(b.night));
}
