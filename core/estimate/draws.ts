/** Monte Carlo draws of a price with fixed seeds: the median is the price, the deciles are its range. */

import { seededRandom, triangularDraw } from "#core/chance.ts";
import { itemOf, type PriceBook } from "./book.ts";
import { isPassedOn, type PriceLine, percentOf, withMarginAndTax } from "./price-lines.ts";
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

/** Cached draws of one piece of an item. The cache is valid because items of a price book are never mutated. */
const drawsOfItem = new WeakMap<Spread, Float64Array>();

/** @param id the seed is the item's own, so that one more line changes no other */
function drawsOf(id: string, item: Spread): Float64Array {
  const known = drawsOfItem.get(item);
  if (known) return known;
  let seed = SEED;
  for (const letter of id) seed = (Math.imul(seed, 31) + (letter.codePointAt(0) ?? 0)) >>> 0;
  const random = seededRandom(seed);
  const { low, typical, high } = item;
  const made = Float64Array.from({ length: DRAWS }, () => triangularDraw(random(), low, typical, high));
  drawsOfItem.set(item, made);
  return made;
}

/** Adds the money of one line, draw by draw. @param factor what a margin makes of it */
function addLine(to: Float64Array, line: PriceLine, book: PriceBook, factor = 1): void {
  const item = itemOf(book, line.item);
  // A standard installation has its labour in its price.
  const minutes = line.group === "standard" ? undefined : line.minutes;
  const drawn = drawsOf(line.item, item ?? minutes ?? line.money);
  const count = (item ? line.count : 1) * factor;
  if (!minutes) {
    for (let n = 0; n < DRAWS; n++) to[n] = (to[n] as number) + (drawn[n] as number) * count;
    return;
  }
  const rate = itemOf(book, "rate");
  if (!rate) return;
  const hour = drawsOf(rate.id, rate);
  for (let n = 0; n < DRAWS; n++) to[n] = (to[n] as number) + (drawn[n] as number) * (hour[n] as number) * (count / 60);
}

/** Money of every draw with the margin, before tax and grants: neither of them changes the order of the draws. */
function drawsOfAll(lines: readonly PriceLine[], book: PriceBook): Float64Array {
  const money = new Float64Array(DRAWS);
  const margin = 1 + percentOf(book, "margin", "typical");
  for (const line of lines) addLine(money, line, book, isPassedOn(line) ? 1 : margin);
  return money;
}

/** The price for an amount that includes the margin: with tax, less grants, rounded. */
const paid = (book: PriceBook, withMargin: number, grants: number) =>
  Math.round(withMarginAndTax(book, "typical", 0, withMargin, grants));

const placeOf = (share: number) => Math.floor(share * DRAWS);

/** The value at a place of the ascending order, without sorting all of them (quickselect); the array is reordered. */
function nthSmallest(values: Float64Array, place: number): number {
  let [low, high] = [0, values.length - 1];
  while (low < high) {
    const pivot = values[(low + high) >> 1] as number;
    let [i, j] = [low, high];
    while (i <= j) {
      while ((values[i] as number) < pivot) i++;
      while ((values[j] as number) > pivot) j--;
      if (i <= j) {
        const swapped = values[i] as number;
        values[i++] = values[j] as number;
        values[j--] = swapped;
      }
    }
    if (place <= j) high = j;
    else if (place >= i) low = i;
    else break;
  }
  return values[place] as number;
}

/**
 * Cached medians by all that their draws depend on: a search assesses thousands of homes that need the same work, and a
 * server reads the same price book again for every page.
 */
const medians = new Map<string, number>();
const MAX_CACHED_MEDIANS = 2000;

const spreadText = ({ low, typical, high }: Spread): string => `${low} ${typical} ${high}`;

/** What the draws of some lines depend on. The order of the lines matters too: it changes the last digits of the sum. */
function keyOf(lines: readonly PriceLine[], book: PriceBook): string {
  const rate = itemOf(book, "rate");
  const ofBook = `${percentOf(book, "margin", "typical")} ${rate ? spreadText(rate) : ""}`;
  const ofLines = lines.map(({ item, group, count, minutes, money }) => {
    const priced = itemOf(book, item);
    return `${item} ${group} ${minutes ? "min" : ""} ${priced ? count : ""} ${spreadText(priced ?? minutes ?? money)}`;
  });
  return [ofBook, ...ofLines].join("|");
}

function medianWithMargin(lines: readonly PriceLine[], book: PriceBook): number {
  const key = keyOf(lines, book);
  const known = medians.get(key);
  if (known !== undefined) return known;
  const median = nthSmallest(drawsOfAll(lines, book), placeOf(0.5));
  if (medians.size >= MAX_CACHED_MEDIANS) medians.clear();
  medians.set(key, median);
  return median;
}

/** Half of the draws are below this. @param lines of an estimate that lacks nothing */
export const medianPrice = (lines: readonly PriceLine[], book: PriceBook, grants: number): number =>
  paid(book, medianWithMargin(lines, book), grants);

/**
 * @param lines of an estimate that lacks nothing
 * @param grants money that is given back
 */
export function drawPrice(lines: readonly PriceLine[], book: PriceBook, grants = 0): DrawnPrice {
  const money = drawsOfAll(lines, book).sort();
  const at = (share: number) => paid(book, money[placeOf(share)] as number, grants);
  const variances = lines.map((line) => {
    const own = new Float64Array(DRAWS);
    addLine(own, line, book);
    const mean = own.reduce((t, m) => t + m, 0) / DRAWS;
    return own.reduce((t, m) => t + (m - mean) ** 2, 0) / DRAWS;
  });
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
