/** Rows of a price book as they are typed here. */
import type { ItemGroup, PriceItem } from "../book.ts";

export type BookRow = readonly [
  id: string,
  name: string,
  low: number,
  typical: number,
  high: number,
  condition?: string,
];

/**
 * Items of one group and one unit.
 * @param soldIn lengths or packs that they are sold in
 */
export const bookRows = (group: ItemGroup, unit: string, list: readonly BookRow[], soldIn?: number): PriceItem[] =>
  list.map(([id, name, low, typical, high, condition]) => ({
    id,
    group,
    name,
    unit,
    low,
    typical,
    high,
    ...(soldIn && { soldIn }),
    ...(condition && { condition }),
  }));
