/**
 * Rebuilds the peaks hidden by an average: each interval becomes a base load and on/off blocks of the large loads of
 * the home, with the same energy. The same seed gives the same result.
 */

import { seededRandom } from "#core/chance.ts";
import { exceeds, roundedDown, roundedUp } from "#core/tolerance.ts";
import { HOUR_S, type LocalClock, offsetAt } from "../intervals/clock.ts";

/** A load that may be part of an average: its current, and its likelihood by clock hour. */
export interface KnownLoad {
  amps: number;
  byHour: readonly number[];
}

/** Shortest time that a large load stays on, s. */
const LEAST_ON_S = 120;
/** A load that switches at least this is known in an average, A. */
const LARGE_A = 6;
/** Without a load list: two levels of the same mean, the higher for a third of the time; its crest factor is 1.5. */
const HIGH_FOR = 1 / 3;
const CREST = 1.5;
/** With a level of 1 for a third of the time, the level of the rest that gives that crest factor. */
const LOW = Math.sqrt((1 / CREST ** 2 - HIGH_FOR) / (1 - HIGH_FOR));
const MEAN = HIGH_FOR + (1 - HIGH_FOR) * LOW;
/** The ground is what the quietest of this many intervals around draws. */
const AROUND = 24;

/**
 * @param averages of each interval, A, NaN without a value
 * @param of start of the first interval and interval length, s, and the wall clock
 * @param loads the home's loads during the recording
 * @returns one value for each step; the averages themselves where interval and step are equal
 */
export function rebuiltValues(
  averages: Float64Array,
  { startS, intervalS, clock }: { startS: number; intervalS: number; clock: LocalClock },
  dtS: number,
  loads: readonly KnownLoad[],
  seed: number,
): Float64Array {
  if (intervalS === dtS) return averages;
  const steps = roundedDown((averages.length * intervalS) / dtS);
  const out = new Float64Array(steps);
  if (intervalS < dtS) return averagedOver(averages, intervalS, dtS, out);
  const large = loads
    .filter((l) => l.amps >= LARGE_A)
    .map((l) => ({ ...l, most: Math.max(...l.byHour) }))
    .sort((a, b) => b.amps - a.amps);
  const known = loads.length > 0;
  const leastOn = Math.max(1, Math.round(Math.min(LEAST_ON_S, intervalS) / dtS));
  const ground = quietest(averages);
  for (let i = 0; i < averages.length; i++) {
    const from = roundedUp((i * intervalS) / dtS);
    const to = Math.min(steps, roundedUp(((i + 1) * intervalS) / dtS));
    const mean = averages[i] as number;
    if (to <= from) continue;
    if (!(mean > 0)) {
      for (let k = from; k < to; k++) out[k] = mean;
      continue;
    }
    const chance = seededRandom((Math.imul(seed, 0x9e3779b1) ^ Math.imul(i, 0x85ebca6b)) >>> 0);
    const atS = startS + i * intervalS;
    const hour = Math.floor((((atS + offsetAt(clock, atS)) / HOUR_S) % 24) + 24) % 24;
    if (known) {
      const usual = large.filter((l) => chance() * l.most < (l.byHour[hour] as number));
      blocks(out, from, to, mean, Math.min(mean, Math.max(0, ground[i] as number)), usual, leastOn, chance);
    } else twoLevels(out, from, to, mean, chance);
  }
  return out;
}

/** Steps longer than the interval: the mean over each. */
function averagedOver(values: Float64Array, intervalS: number, dtS: number, out: Float64Array): Float64Array {
  for (let k = 0; k < out.length; k++) {
    let [sum, weight] = [0, 0];
    const [fromS, toS] = [k * dtS, (k + 1) * dtS];
    for (let i = Math.floor(fromS / intervalS); exceeds(toS, i * intervalS) && i < values.length; i++) {
      const share = Math.min(toS, (i + 1) * intervalS) - Math.max(fromS, i * intervalS);
      sum += (values[i] as number) * share;
      weight += share;
    }
    out[k] = sum / weight;
  }
  return out;
}

/** The least of the intervals around each, of those that have a value. */
function quietest(averages: Float64Array): Float64Array {
  const out = new Float64Array(averages.length);
  for (let block = 0; block < averages.length; block += AROUND) {
    const end = Math.min(averages.length, block + AROUND);
    let least = Number.POSITIVE_INFINITY;
    for (let i = block; i < end; i++) if ((averages[i] as number) < least) least = averages[i] as number;
    out.fill(Number.isFinite(least) ? least : 0, block, end);
  }
  return out;
}

/** Blocks of loads that fit into what is above the ground; what is left over lies evenly on it. */
function blocks(
  out: Float64Array,
  from: number,
  to: number,
  mean: number,
  groundA: number,
  usual: readonly KnownLoad[],
  leastOn: number,
  chance: () => number,
): void {
  const n = to - from;
  for (let k = from; k < to; k++) out[k] = groundA;
  let left = (mean - groundA) * n;
  for (const { amps } of usual) {
    const on = Math.min(n, Math.floor(left / amps));
    if (on < leastOn) continue;
    const start = from + Math.floor(chance() * (n - on + 1));
    for (let k = start; k < start + on; k++) out[k] = (out[k] as number) + amps;
    left -= on * amps;
  }
  const even = left / n;
  for (let k = from; k < to; k++) out[k] = (out[k] as number) + even;
}

function twoLevels(out: Float64Array, from: number, to: number, mean: number, chance: () => number): void {
  const n = to - from;
  const on = Math.round(n * HIGH_FOR);
  if (on === 0 || on === n) {
    for (let k = from; k < to; k++) out[k] = mean;
    return;
  }
  const high = mean / MEAN;
  const low = (mean * n - high * on) / (n - on);
  const start = from + Math.floor(chance() * (n - on + 1));
  for (let k = from; k < to; k++) out[k] = k >= start && k < start + on ? high : low;
}
