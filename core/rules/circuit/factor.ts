/**
 * A factor of a table: the first row that reaches as far as the value, so the next one where it lies between rows.
 * @returns 0 beyond the last row
 */
import { exceeds } from "#core/tolerance.ts";
export const factorUpTo = (table: readonly (readonly [upTo: number, factor: number])[], value: number): number =>
  table.find(([most]) => !exceeds(value, most))?.[1] ?? 0;
