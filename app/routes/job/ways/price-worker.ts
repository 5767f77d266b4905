/** Draws the range of every way's price, off the page's own thread. */
import { expose } from "comlink";
import type { PriceBook } from "#core/estimate/book.ts";
import { type DrawnPrice, drawPrice } from "#core/estimate/draws.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";

export interface PricedWays {
  way: string;
  lines: readonly PriceLine[];
}

const api = {
  /** @param grants money that is given back on each way */
  draw: (ways: readonly PricedWays[], book: PriceBook, grants: number): Record<string, DrawnPrice> =>
    Object.fromEntries(ways.map(({ way, lines }) => [way, drawPrice(lines, book, grants)])),
};
export type PriceWorker = typeof api;

expose(api);
