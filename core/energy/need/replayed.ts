/** Replayed nights in place of the usual profile of a house, as long as what they rest on is what the case still says. */

import type { CaseDocument, Replayed } from "#core/case/document/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showNumber, showPercent } from "#core/units.ts";
import { ENOUGH_NIGHTS, type NightNeed } from "./need.ts";

export interface ReplayedNights {
  house: Replayed["house"];
  nights: number;
  nightsMet: number;
  /** 0 to 1. */
  share: number;
  meetsNeed: boolean;
  energyKWh: number;
  secondsOverLimit: number;
  secondsOverRating: number;
  throttledHours: number;
  thermal: number;
}

/** The inputs of a case that a replay depends on. */
export const replayBasis = (
  need: Pick<NightNeed, "energyPerDayKWh" | "hoursPerNight">,
  demandA: number,
): Replayed["basis"] => ({
  energyPerDayKWh: need.energyPerDayKWh,
  hoursPerNight: need.hoursPerNight,
  demandA,
});

const same = (a: number, b: number): boolean => Math.abs(a - b) < 0.01;
/** Whether a stored replay has the same inputs as the present case. */
export const standsOn = (was: Replayed["basis"], now: Replayed["basis"]): boolean =>
  same(was.energyPerDayKWh, now.energyPerDayKWh) &&
  same(was.hoursPerNight, now.hoursPerNight) &&
  same(was.demandA, now.demandA);

/**
 * The replay of a way, where there is one that still holds.
 * @param limitA of a managed way; undefined for others
 */
export function replayedNights(
  { replayed }: Pick<CaseDocument, "replayed">,
  basis: Replayed["basis"],
  way: string,
  chargeA: number,
  limitA: number | undefined,
): ReplayedNights | null {
  if (!replayed || !standsOn(replayed.basis, basis)) return null;
  const found = replayed.ways.find((w) => w.way === way);
  if (!found || found.nights === 0 || !same(found.chargeA, chargeA)) return null;
  if ((found.limitA === undefined) !== (limitA === undefined) || !same(found.limitA ?? 0, limitA ?? 0)) return null;
  const share = found.nightsMet / found.nights;
  return {
    house: replayed.house,
    nights: found.nights,
    nightsMet: found.nightsMet,
    share,
    meetsNeed: !exceeds(ENOUGH_NIGHTS, share),
    energyKWh: found.kWhPerNight,
    secondsOverLimit: found.secondsOverLimit,
    secondsOverRating: found.secondsOverRating,
    throttledHours: found.throttledHours,
    thermal: found.thermal,
  };
}

/** "Meets 97.3 % of 364 measured nights" */
export const replayedInWords = ({ house, nights, share }: ReplayedNights): string =>
  `${showPercent(share)} of ${showNumber(nights)} ${house === "interval-data" ? "measured" : "made-up"} nights`;

/** Overload found by replaying an unmanaged way; null without any. */
export const overloadInWords = ({ house, secondsOverRating, thermal }: ReplayedNights): string | null =>
  secondsOverRating <= 0
    ? null
    : `On ${house === "interval-data" ? "measured" : "made-up"} days replayed, the supply would be above its rating for ${showNumber(Math.round(secondsOverRating))} s a year, and its device would reach ${showPercent(thermal)} of the heat that trips it (a model): hold the charger back, or measure before relying on it.`;
