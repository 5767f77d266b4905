/**
 * The supply's protective device as a body that warms with the square of its current (first order): a model for
 * comparing ways, no maker's curve. Its state x is (current / rating)^2 once it has settled; it trips at `tripAt`.
 */
import type { Region } from "#core/rules/types.ts";

interface Warming {
  /** Times the rating at which it trips in the end. */
  tripsAt: number;
  /** Time to trip at twice the rating, s, by rating, ascending. */
  atTwice: readonly { upToA: number; seconds: number }[];
}

const WARMING: Record<Region, Warming> = {
  us: {
    tripsAt: 1.35,
    atTwice: [
      { upToA: 30, seconds: 120 },
      { upToA: 50, seconds: 240 },
      { upToA: 100, seconds: 360 },
      { upToA: 150, seconds: 480 },
      { upToA: Number.POSITIVE_INFINITY, seconds: 600 },
    ],
  },
  uk: {
    tripsAt: 1.6,
    atTwice: [
      { upToA: 63, seconds: 600 },
      { upToA: Number.POSITIVE_INFINITY, seconds: 900 },
    ],
  },
};

export interface ThermalModel {
  ratingA: number;
  /** State at which it trips. */
  tripAt: number;
  /** Time constant, s. */
  tauS: number;
}

/** From cold at twice the rating x = 4 (1 - exp(-t / tau)) reaches the trip at the tabled time. */
export function thermalModel(region: Region, ratingA: number): ThermalModel {
  const { tripsAt, atTwice } = WARMING[region];
  const tripAt = tripsAt ** 2;
  const { seconds } = atTwice.find((row) => ratingA <= row.upToA) as Warming["atTwice"][number];
  return { ratingA, tripAt, tauS: seconds / Math.log(4 / (4 - tripAt)) };
}

/** Share of the way to its new state that is gone in one step of `dtS` seconds; exact for a steady current. */
export const stepShare = ({ tauS }: ThermalModel, dtS: number): number => 1 - Math.exp(-dtS / tauS);
