/** Questions to the record of a check. */
import { exceeds } from "#core/tolerance.ts";
import type { CheckRecord, CheckSample, MarkName } from "./types.ts";

/** The last moment at which something was switched, s; null where it was not. */
export const markedAt = ({ marks }: CheckRecord, what: MarkName): number | null =>
  marks.findLast((mark) => mark.what === what)?.atS ?? null;

/** Samples from a moment on, up to another one, s. */
export const between = ({ samples }: CheckRecord, fromS: number, toS = Number.POSITIVE_INFINITY): CheckSample[] =>
  samples.filter(({ atS }) => atS >= fromS && atS <= toS);

export const last = ({ samples }: CheckRecord): CheckSample | undefined => samples.at(-1);

/** The last sample with a charging current. */
export const heard = (samples: readonly CheckSample[]): CheckSample | undefined =>
  samples.findLast(({ charger }) => charger !== null && charger.currentA !== null);

/** Charging current, A; 0 where the charger is not connected or sends nothing. */
export const takenA = (sample: CheckSample | undefined): number => sample?.charger?.currentA ?? 0;

/** A current that counts as none, A: what a meter shows without a load. */
export const NONE_A = 0.5;
export const isCharging = (sample: CheckSample | undefined): boolean => exceeds(takenA(sample), NONE_A);

/**
 * The longest time in a row in which something holds, s, from the first sample that shows it to the first that does
 * not, or to the last sample.
 */
export function longestS(samples: readonly CheckSample[], holds: (sample: CheckSample) => boolean): number {
  let longest = 0;
  let since: number | null = null;
  for (const sample of samples) {
    if (since !== null) longest = Math.max(longest, sample.atS - since);
    since = holds(sample) ? (since ?? sample.atS) : null;
  }
  return longest;
}

/** The time from a moment to the first sample after it that shows something, s; null where none does. */
export function delayS(
  samples: readonly CheckSample[],
  fromS: number,
  shows: (sample: CheckSample) => boolean,
): number | null {
  const found = samples.find((sample) => sample.atS >= fromS && shows(sample));
  return found ? found.atS - fromS : null;
}

export const mean = (values: readonly number[]): number =>
  values.length === 0 ? 0 : values.reduce((a, b) => a + b, 0) / values.length;

/** Root of the mean square distance from the mean. */
export const spread = (values: readonly number[]): number =>
  Math.sqrt(mean(values.map((value) => (value - mean(values)) ** 2)));
