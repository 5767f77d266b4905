/** The price of some work as many draws of every line; with the same seed always the same. */

import { seeded, triangular } from "#core/chance.ts";
import { itemOf, type PriceBook } from "./book.ts";
import { isPassedOn, type PriceLine, withMarginAndTax } from "./price-lines.ts";
import type { Spread } from "./schedule.ts";

const DRAWS = 2000;
const SEED = 220_83;

export interface DrawnPrice {
  /** A tenth of the draws is below, a tenth above. */
  p10: number;
  /** Half of the draws are below: the price of the work. */
  p50: number;
  p90: number;
  /** The lines that move the price most: share of the spread of all lines, 0 to 1, the largest first. */
  movers: { name: string; share: number }[];
}

/** Draws of one piece of an item; a line is so many of them. Items of a price book are never changed in place. */
const drawsOfItem = new WeakMap<Spread, Float64Array>();

/** @param id the seed is the item's own, so that one more line changes no other */
function drawsOf(id: string, item: Spread): Float64Array {
  const known = drawsOfItem.get(item);
  if (known) return known;
  let seed = SEED;
  for (const letter of id) seed = (Math.imul(seed, 31) + (letter.codePointAt(0) ?? 0)) >>> 0;
  const random = seeded(seed);
  const { low, typical, high } = item;
  const made = Float64Array.from({ length: DRAWS }, () => triangular(random(), low, typical, high));
  drawsOfItem.set(item, made);
  return made;
}

/** Adds the money of one line, draw by draw. */
function addLine(to: Float64Array, line: PriceLine, book: PriceBook): void {
  const item = itemOf(book, line.item);
  const drawn = drawsOf(line.item, item ?? line.minutes ?? line.money);
  const count = item ? line.count : 1;
  const rate = line.minutes && itemOf(book, "rate");
  const hour = rate && drawsOf(rate.id, rate);
  for (let n = 0; n < DRAWS; n++) {
    const one = (drawn[n] as number) * count;
    to[n] = (to[n] as number) + (hour ? (one / 60) * (hour[n] as number) : line.minutes ? 0 : one);
  }
}

/** Totals of every draw, ascending. @param grants money that is given back */
function totalsOf(lines: readonly PriceLine[], book: PriceBook, grants: number): Float64Array {
  const earned = new Float64Array(DRAWS);
  const passedOn = new Float64Array(DRAWS);
  for (const line of lines) addLine(isPassedOn(line) ? passedOn : earned, line, book);
  return earned.map((money, n) => withMarginAndTax(book, "typical", money, passedOn[n] as number, grants)).sort();
}

const at = (totals: Float64Array, share: number) => Math.round(totals[Math.floor(share * DRAWS)] ?? 0);

/** Half of the draws are below this. @param lines of an estimate that lacks nothing */
export const medianPrice = (lines: readonly PriceLine[], book: PriceBook, grants: number): number =>
  at(totalsOf(lines, book, grants), 0.5);

/**
 * @param lines of an estimate that lacks nothing
 * @param grants money that is given back
 */
export function drawPrice(lines: readonly PriceLine[], book: PriceBook, grants = 0): DrawnPrice {
  const totals = totalsOf(lines, book, grants);
  const variances = lines.map((line) => {
    const money = new Float64Array(DRAWS);
    addLine(money, line, book);
    const mean = money.reduce((t, m) => t + m, 0) / DRAWS;
    return money.reduce((t, m) => t + (m - mean) ** 2, 0) / DRAWS;
  });
  const all = variances.reduce((t, v) => t + v, 0) || 1;
  return {
    p10: at(totals, 0.1),
    p50: at(totals, 0.5),
    p90: at(totals, 0.9),
    movers: lines
      .map(({ name }, i) => ({ name, share: (variances[i] as number) / all }))
      .sort((a, b) => b.share - a.share)
      .slice(0, 3),
  };
}
