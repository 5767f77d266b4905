/** Rows of a price book as they are typed here. */
import type { Group, PriceItem } from "../book.ts";

export type Row = readonly [id: string, name: string, low: number, typical: number, high: number, condition?: string];

/**
 * Items of one group and one unit.
 * @param soldIn lengths or packs that they are sold in
 */
export const rows = (group: Group, unit: string, list: readonly Row[], soldIn?: number): PriceItem[] =>
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
