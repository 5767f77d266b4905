/** Pieces of work, each with a price and the days it waits for; ways and mended faults are made of them. */
import type { Codebook } from "#core/codebook/types.ts";

type Range = readonly [low: number, typical: number, high: number];
/** Money by currency and days by currency, as utilities and trades of a country wait differently. */
export interface Price {
  USD: Range;
  GBP: Range;
  days: { USD: Range; GBP: Range };
}

export interface WorkItem {
  /** Items of the same id are done once. */
  id: string;
  text: string;
  price: Price;
  /** The link it is done at. */
  link?: string;
  /** The fault it mends. */
  mends?: string;
}

export interface Spread {
  low: number;
  typical: number;
  high: number;
}
export interface Cost extends Spread {
  currency: "USD" | "GBP";
  /** True until the firm's own prices are used. */
  madeUp: boolean;
}

/** Done in passing, with the rest of the work. */
export const IN_PASSING: Price = price([0, 0, 0], [0, 0, 0], [0, 0, 0]);

const NOTHING: Range = [0, 0, 0];
/** Work that is only done in the United Kingdom. */
export const inPounds = (GBP: Range, days: Range): Price => price(NOTHING, GBP, NOTHING, days);

/** A price in which only the money differs by country. */
export function price(USD: Range, GBP: Range, usDays: Range, ukDays: Range = usDays): Price {
  return { USD, GBP, days: { USD: usDays, GBP: ukDays } };
}

/** Each piece of work is paid for once; all are waited for at the same time. */
export function estimate(
  items: readonly WorkItem[],
  { currency }: Pick<Codebook, "currency">,
): { cost: Cost; leadTimeDays: Spread } {
  const cost: Cost = { low: 0, typical: 0, high: 0, currency, madeUp: true };
  const leadTimeDays: Spread = { low: 0, typical: 0, high: 0 };
  const paid = new Set<string>();
  for (const { id, price: each } of items) {
    if (paid.has(id)) continue;
    paid.add(id);
    const [low, typical, high] = each[currency];
    cost.low += low;
    cost.typical += typical;
    cost.high += high;
    const [soonest, usual, latest] = each.days[currency];
    leadTimeDays.low = Math.max(leadTimeDays.low, soonest);
    leadTimeDays.typical = Math.max(leadTimeDays.typical, usual);
    leadTimeDays.high = Math.max(leadTimeDays.high, latest);
  }
  return { cost, leadTimeDays };
}
