/** The range of a price: many draws of every line, with the same seed always the same. */

import { seeded, triangular } from "#core/chance.ts";
import { itemOf, type PriceBook } from "./book.ts";
import { isPassedOn, type PriceLine, withMarginAndTax } from "./estimate.ts";

const DRAWS = 2000;
const SEED = 220_83;

export interface DrawnPrice {
  /** A tenth of the draws is below, a tenth above. */
  p10: number;
  p50: number;
  p90: number;
  /** The lines that move the price most: share of the spread of all lines, 0 to 1, the largest first. */
  movers: { name: string; share: number }[];
}

/**
 * @param lines of an estimate that lacks nothing
 * @param grants money that is given back
 */
export function drawPrice(
  lines: readonly PriceLine[],
  book: PriceBook,
  grants = 0,
  draws = DRAWS,
  seed = SEED,
): DrawnPrice {
  const random = seeded(seed);
  const rate = itemOf(book, "rate");
  const totals = new Float64Array(draws);
  const sums = new Float64Array(lines.length);
  const squares = new Float64Array(lines.length);
  for (let n = 0; n < draws; n++) {
    let earned = 0;
    let passedOn = 0;
    const hour = rate ? triangular(random(), rate.low, rate.typical, rate.high) : 0;
    for (const [i, line] of lines.entries()) {
      const { low, typical, high } = line.minutes ?? line.money;
      const drawn = triangular(random(), low, typical, high);
      const money = line.minutes ? (drawn / 60) * hour : drawn;
      sums[i] = (sums[i] as number) + money;
      squares[i] = (squares[i] as number) + money * money;
      if (isPassedOn(line)) passedOn += money;
      else earned += money;
    }
    totals[n] = withMarginAndTax(book, "typical", earned, passedOn, grants);
  }
  totals.sort();
  const at = (share: number) => Math.round(totals[Math.min(draws - 1, Math.floor(share * draws))] ?? 0);
  const variances = lines.map((_, i) => (squares[i] as number) / draws - ((sums[i] as number) / draws) ** 2);
  const all = variances.reduce((t, v) => t + v, 0) || 1;
  return {
    p10: at(0.1),
    p50: at(0.5),
    p90: at(0.9),
    movers: lines
      .map(({ name }, i) => ({ name, share: (variances[i] as number) / all }))
      .sort((a, b) => b.share - a.share)
      .slice(0, 3),
  };
}
