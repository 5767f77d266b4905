/**
 * The feeders on the way to the charger during a replay: how long each is over its limit, and how warm its device gets.
 * What the loads alone do is worked out once for all ways. A charger only adds to it, and the warming is linear in the
 * square of the current, so of each way only the steps around its charging are gone through.
 */
import type { DeviceWarming } from "#core/rules/supply-device.ts";
import { BLOCK_STEPS, blockOf, endOfBlock, highestBetween } from "./blocks.ts";
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

/** State of a device without the charger in each step, its highest in each block, and the highest of all. */
interface Warmth {
  states: Float32Array;
  highest: Float32Array;
  most: number;
}

/** The loads of a part without the charger. */
export interface PartAlone {
  /** Their current in each step, A; NaN where nothing is known. */
  own: Float64Array;
  /** The highest of it in each block of steps. */
  highest: Float64Array;
  /** Currents that were counted, each with the number of steps above it. */
  above: Map<number, number>;
  /** State of a device of some rating in each step. */
  warmth: Map<number, Warmth>;
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

function warmthAlone({ own, warmth }: PartAlone, ratingA: number, share: number): Warmth {
  const known = warmth.get(ratingA);
  if (known) return known;
  const states = new Float32Array(own.length);
  const highest = new Float32Array(blockOf(own.length - 1) + 1);
  const squared = 1 / (ratingA * ratingA);
  let [x, most] = [0, 0];
  for (let k = 0; k < own.length; k++) {
    const amps = own[k] as number;
    if (!Number.isNaN(amps)) x += (amps * amps * squared - x) * share;
    states[k] = x;
    const block = blockOf(k);
    if (x > (highest[block] as number)) highest[block] = x;
    if (x > most) most = x;
  }
  const made = { states, highest, most };
  warmth.set(ratingA, made);
  return made;
}

/** What a charger draws in the nights of a run: each step, and the highest of each block, A. */
export interface ChargerDraws {
  steps: Float64Array;
  highest: Float64Array;
}

/** The charging current of a run with the highest of each block; outside of the nights nothing was written. */
export function drawsOf(steps: Float64Array, nights: readonly ReplayNight[]): ChargerDraws {
  const highest = new Float64Array(blockOf(steps.length - 1) + 1);
  for (const { from, to } of nights)
    for (let start = from; start < to; ) {
      const block = blockOf(start);
      const end = Math.min(to, endOfBlock(block));
      // Two nights may share a block.
      highest[block] = Math.max(highest[block] as number, highestBetween(steps, start, end));
      start = end;
    }
  return { steps, highest };
}

/** A night with the most that a part may come to in it. */
interface NightAtPart {
  from: number;
  to: number;
  /** The first step of the next night, or the end. */
  next: number;
  /** The state of the device stays below this, and from this step on below what the loads alone make of it. */
  mostThermal: number;
  until: number;
}

/**
 * What the state of a device cannot exceed in one night: in each block the highest own current and the highest charging
 * current, all along, towards which the charger warms it.
 * @param left share of a difference that is left after one block
 */
function boundOfNight(
  { from, next }: Pick<NightAtPart, "from" | "next">,
  { highest: own }: PartAlone,
  warmth: Warmth,
  { highest: draws }: ChargerDraws,
  squared: number,
  left: number,
): Pick<NightAtPart, "mostThermal" | "until"> {
  let [added, mostThermal, until] = [0, 0, from];
  for (let block = blockOf(from); block <= blockOf(next - 1); block++) {
    const c = draws[block] as number;
    if (c === 0 && added === 0) continue;
    const before = added;
    const settled = c * (2 * Math.max(0, own[block] as number) + c) * squared;
    if (settled > before) added = settled + (before - settled) * left;
    else if (c === 0) added = before * left < GONE ? 0 : before * left;
    const state = (warmth.highest[block] as number) + Math.max(before, added);
    if (state > mostThermal) mostThermal = state;
    if (state > warmth.most) until = endOfBlock(block);
  }
  return { mostThermal, until };
}

/** The nights of a part, those that may warm its device most first. */
function warmestFirst(
  nights: readonly ReplayNight[],
  alone: PartAlone,
  warmth: Warmth,
  draws: ChargerDraws,
  squared: number,
  share: number,
): NightAtPart[] {
  const left = (1 - share) ** BLOCK_STEPS;
  return nights
    .map(({ from, to }, n): NightAtPart => {
      const next = nights[n + 1]?.from ?? alone.own.length;
      return { from, to, next, ...boundOfNight({ from, next }, alone, warmth, draws, squared, left) };
    })
    .sort((a, b) => b.mostThermal - a.mostThermal);
}

/** Steps in which the charger takes a part above a limit and above a rating that its loads alone do not exceed. */
interface Lifted {
  overLimit: number;
  overRating: number;
}

function liftedIn(
  { from, to }: Pick<NightAtPart, "from" | "to">,
  { own, highest }: PartAlone,
  draws: ChargerDraws,
  limitA: number,
  ratingA: number,
): Lifted {
  const leastA = Math.min(limitA, ratingA);
  let [overLimit, overRating] = [0, 0];
  for (let start = from; start < to; ) {
    const block = blockOf(start);
    const end = Math.min(to, endOfBlock(block));
    const c = draws.highest[block] as number;
    if (c > 0 && (highest[block] as number) + c > leastA)
      for (let k = start; k < end; k++) {
        const alone = own[k] as number;
        const total = alone + (draws.steps[k] as number);
        if (alone <= limitA && total > limitA) overLimit++;
        if (alone <= ratingA && total > ratingA) overRating++;
      }
    start = end;
  }
  return { overLimit, overRating };
}

/** The highest state of a device in one night and the hours after it, from one that the charger has left. */
function thermalIn(
  { from, to, next, until }: NightAtPart,
  { own }: PartAlone,
  { states }: Warmth,
  { steps: charger }: ChargerDraws,
  squared: number,
  share: number,
): number {
  let [added, most] = [0, 0];
  const end = Math.min(next, until);
  for (let k = from; k < end; k++) {
    const c = k < to ? (charger[k] as number) : 0;
    if (c === 0 && added === 0) {
      if (k >= to) break;
      continue;
    }
    const amps = own[k] as number;
    if (Number.isNaN(amps)) continue;
    added += (c * (2 * amps + c) * squared - added) * share;
    if (c === 0 && added < GONE) added = 0;
    const x = (states[k] as number) + added;
    if (x > most) most = x;
  }
  return most;
}

/**
 * Each night is followed by itself: the warmth that a charging session leaves is gone before the next one begins.
 * @param part with the limit that is tried
 * @param draws of the charger in the nights
 * @param dtS length of a step, s
 */
export function partTotals(
  part: PartOfWay,
  alone: PartAlone,
  nights: readonly ReplayNight[],
  draws: ChargerDraws,
  dtS: number,
  warming: DeviceWarming,
): PartTotals {
  const { ratingA } = part;
  const model = thermalModel(warming, ratingA);
  const share = stepShare(model, dtS);
  const warmth = warmthAlone(alone, ratingA, share);
  const overRatingFrom = ratingA + ROUNDING_A;
  const overLimitFrom = (part.limitA ?? ratingA) + ROUNDING_A;
  const squared = 1 / (ratingA * ratingA);
  const lifted: Lifted = {
    overLimit: stepsAbove(alone, overLimitFrom),
    overRating: stepsAbove(alone, overRatingFrom),
  };
  let maxThermal = warmth.most;
  for (const night of warmestFirst(nights, alone, warmth, draws, squared, share)) {
    const { overLimit, overRating } = liftedIn(night, alone, draws, overLimitFrom, overRatingFrom);
    lifted.overLimit += overLimit;
    lifted.overRating += overRating;
    if (night.mostThermal > maxThermal)
      maxThermal = Math.max(maxThermal, thermalIn(night, alone, warmth, draws, squared, share));
  }
  return {
    ...part,
    secondsOverLimit: lifted.overLimit * dtS,
    secondsOverRating: lifted.overRating * dtS,
    maxThermal,
    tripAt: model.tripAt,
  };
}
