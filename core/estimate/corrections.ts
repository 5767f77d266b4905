/** Corrections that a firm's finished jobs offer to its price book: actual hours and prices against the predicted ones. */
import type { ItemGroup, PriceBook } from "./book.ts";

/** One finished job; what nobody entered is null. */
export interface ActualOfJob {
  predictedHours: number;
  actualHours: number | null;
  /** What was quoted, or the typical price, in the currency of the firm. */
  predictedPrice: number | null;
  actualPrice: number | null;
}

export interface Correction {
  jobs: number;
  /** Median of actual over predicted. */
  factor: number;
  /** Eight of ten jobs lie between these. */
  low: number;
  high: number;
}

/** Jobs before a correction is offered, and the least one that is worth it (Heron's own figures). */
const LEAST_JOBS = 5;
const WORTH = 0.05;
const MIDDLE = 0.5;
const OUTER = 0.1;

/** The value below which a share of sorted values lies, between two of them in proportion. */
function quantile(sorted: readonly number[], share: number): number {
  const at = (sorted.length - 1) * share;
  const [low, high] = [sorted[Math.floor(at)] ?? 0, sorted[Math.ceil(at)] ?? 0];
  return low + (high - low) * (at - Math.floor(at));
}

/** @returns null with fewer than five jobs */
export function correctionOf(pairs: readonly (readonly [predicted: number, actual: number])[]): Correction | null {
  const ratios = pairs
    .filter(([predicted]) => predicted > 0)
    .map(([predicted, actual]) => actual / predicted)
    .sort((a, b) => a - b);
  if (ratios.length < LEAST_JOBS) return null;
  return {
    jobs: ratios.length,
    factor: quantile(ratios, MIDDLE),
    low: quantile(ratios, OUTER),
    high: quantile(ratios, 1 - OUTER),
  };
}

export interface Corrections {
  hours: Correction | null;
  price: Correction | null;
}

export const correctionsOf = (jobs: readonly ActualOfJob[]): Corrections => ({
  hours: correctionOf(jobs.flatMap((one) => (one.actualHours === null ? [] : [[one.predictedHours, one.actualHours]]))),
  price: correctionOf(
    jobs.flatMap((one) =>
      one.actualPrice === null || one.predictedPrice === null ? [] : [[one.predictedPrice, one.actualPrice]],
    ),
  ),
});

/** Whether a correction changes enough to be offered. */
export const isWorthwhile = ({ factor }: Correction): boolean => Math.abs(factor - 1) >= WORTH;

const LABOUR: readonly ItemGroup[] = ["labour", "runs"];
/** Minutes with one decimal. */
const rounded = (minutes: number): number => Math.round(minutes * 10) / 10;

/** The book with all labour multiplied by a factor. */
export const withLabour = (book: PriceBook, factor: number): PriceBook => ({
  ...book,
  items: book.items.map((item) =>
    LABOUR.includes(item.group)
      ? {
          ...item,
          low: rounded(item.low * factor),
          typical: rounded(item.typical * factor),
          high: rounded(item.high * factor),
        }
      : item,
  ),
});
