/** Price and lead time of a way: made of the ways whose work it takes. */
import type { WayId } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import { MADE_UP_PRICES } from "./made-up-prices.ts";

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

const spread = (
  ranges: readonly (readonly [number, number, number])[],
  join: (values: number[]) => number,
): Spread => ({
  low: join(ranges.map((r) => r[0])),
  typical: join(ranges.map((r) => r[1])),
  high: join(ranges.map((r) => r[2])),
});

/** Work of several ways is paid for one after the other, and waited for at the same time. */
export function estimate(ways: readonly WayId[], { currency }: Codebook): { cost: Cost; leadTimeDays: Spread } {
  const prices = ways.map((way) => MADE_UP_PRICES[way]);
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
      (v) => Math.max(...v),
    ),
  };
}
