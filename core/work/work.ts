/** Pieces of work, each with a price and the days it waits for; ways and mended faults are made of them. */
import type { Codebook } from "../codebook/types.ts";

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

const spread = (ranges: readonly Range[], join: (values: number[]) => number): Spread => ({
  low: join(ranges.map((r) => r[0])),
  typical: join(ranges.map((r) => r[1])),
  high: join(ranges.map((r) => r[2])),
});

/** Each piece of work is paid for once; all are waited for at the same time. */
export function estimate(
  items: readonly WorkItem[],
  { currency }: Pick<Codebook, "currency">,
): { cost: Cost; leadTimeDays: Spread } {
  const prices = [...new Map(items.map((item) => [item.id, item.price])).values()];
  return {
    cost: {
      ...spread(
        prices.map((p) => p[currency]),
        (v) => v.reduce((a, b) => a + b, 0),
      ),
      currency,
      madeUp: true,
    },
    leadTimeDays: spread(
      prices.map((p) => p.days[currency]),
      (v) => Math.max(0, ...v),
    ),
  };
}
