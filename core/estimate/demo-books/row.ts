/** Rows of a price book as they are typed here. */
import type { Group, PriceItem } from "../book.ts";

export type Row = readonly [id: string, name: string, low: number, typical: number, high: number, condition?: string];

/** Items of one group and one unit. */
export const rows = (group: Group, unit: string, list: readonly Row[]): PriceItem[] =>
  list.map(([id, name, low, typical, high, condition]) => ({
    id,
    group,
    name,
    unit,
    low,
    typical,
    high,
    ...(condition && { condition }),
  }));
