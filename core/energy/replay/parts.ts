/**
 * The feeders on the way to the charger during a replay: how long each is over its limit, and how warm its device gets.
 * What the loads alone do is worked out once for all ways. A charger only adds to it, and the warming is linear in the
 * square of the current, so of each way only the steps around its charging are gone through.
 */
import type { DeviceWarming } from "#core/rules/supply-device.ts";
import { ROUNDING_A } from "./charger-control.ts";
import { stepShare, thermalModel } from "./device.ts";
import type { ReplayNight } from "./nights.ts";
import type { PartOfWay } from "./way-to-replay.ts";

export interface PartTotals extends PartOfWay {
  secondsOverLimit: number;
  secondsOverRating: number;
  /** Highest state of its device, and the one at which it trips. */
  maxThermal: number;
  tripAt: number;
}

/** The loads of a part without the charger. */
export interface PartAlone {
  /** Their current in each step, A; NaN where nothing is known. */
  own: Float64Array;
  /** Currents that were counted, each with the number of steps above it. */
  above: Map<number, number>;
  /** State of a device of some rating in each step. */
  warmth: Map<number, { states: Float32Array; most: number }>;
}

/** Warmth that is left of a charging session and not worth following any further. */
const GONE = 1e-3;

function stepsAbove({ own, above }: PartAlone, amps: number): number {
  const known = above.get(amps);
  if (known !== undefined) return known;
  let count = 0;
  for (let k = 0; k < own.length; k++) if ((own[k] as number) > amps) count++;
  above.set(amps, count);
  return count;
}

function warmthAlone({ own, warmth }: PartAlone, ratingA: number, share: number) {
  const known = warmth.get(ratingA);
  if (known) return known;
  const states = new Float32Array(own.length);
  const squared = 1 / (ratingA * ratingA);
  let [x, most] = [0, 0];
  for (let k = 0; k < own.length; k++) {
    const amps = own[k] as number;
    if (!Number.isNaN(amps)) x += (amps * amps * squared - x) * share;
    states[k] = x;
    if (x > most) most = x;
  }
  const made = { states, most };
  warmth.set(ratingA, made);
  return made;
}

/**
 * @param part with the limit that is tried
 * @param charger charging current of each step of the nights, A
 * @param dtS length of a step, s
 */
export function partTotals(
  part: PartOfWay,
  alone: PartAlone,
  nights: readonly ReplayNight[],
  charger: Float64Array,
  dtS: number,
  warming: DeviceWarming,
): PartTotals {
  const { own } = alone;
  const { ratingA } = part;
  const model = thermalModel(warming, ratingA);
  const share = stepShare(model, dtS);
  const { states, most } = warmthAlone(alone, ratingA, share);
  const overLimitFrom = (part.limitA ?? ratingA) + ROUNDING_A;
  const overRatingFrom = ratingA + ROUNDING_A;
  const squared = 1 / (ratingA * ratingA);
  let overLimit = stepsAbove(alone, overLimitFrom);
  let overRating = stepsAbove(alone, overRatingFrom);
  let maxThermal = most;
  // What the charger adds to the state of the device.
  let added = 0;
  for (const [n, { from, to }] of nights.entries()) {
    const next = nights[n + 1]?.from ?? own.length;
    for (let k = from; k < next; k++) {
      const c = k < to ? (charger[k] as number) : 0;
      if (c === 0 && added === 0) {
        if (k >= to) break;
        continue;
      }
      const amps = own[k] as number;
      if (Number.isNaN(amps)) continue;
      const total = amps + c;
      if (total > overLimitFrom && amps <= overLimitFrom) overLimit++;
      if (total > overRatingFrom && amps <= overRatingFrom) overRating++;
      added += ((total * total - amps * amps) * squared - added) * share;
      if (c === 0 && added < GONE) added = 0;
      const x = (states[k] as number) + added;
      if (x > maxThermal) maxThermal = x;
    }
  }
  return {
    ...part,
    secondsOverLimit: overLimit * dtS,
    secondsOverRating: overRating * dtS,
    maxThermal,
    tripAt: model.tripAt,
  };
}
