/** Counting the free spaces (ways) of a panel and finding a place for a device. */
import type { Circuit, Panel } from "../case/types.ts";
import type { Codebook } from "../codebook/types.ts";

export interface SpaceCount {
  total: number;
  used: number;
  free: number;
  /** First position where a device of the asked poles can go; null where there is none, undefined where unknown. */
  placeAt: number | null | undefined;
}

/** Positions a device takes: two-pole devices of a two-column panel take `position` and `position + 2`. */
export function positionsOf(circuit: Circuit, codebook: Codebook): number[] {
  if (circuit.position === undefined) return [];
  const step = codebook.region === "us" ? 2 : 1;
  return Array.from({ length: circuit.poles ?? 1 }, (_, i) => (circuit.position as number) + i * step);
}

/**
 * Counts the spaces of a panel for a device of `poles`; places of abandoned devices count as free.
 * @returns null where the number of spaces has not been recorded
 */
export function countSpaces(panel: Panel, poles: number, codebook: Codebook): SpaceCount | null {
  if (panel.spaces === undefined) return null;
  const total = panel.spaces;
  const kept = (panel.circuits ?? []).filter((c) => c.status !== "abandoned");
  const used = kept.reduce((n, c) => n + (c.poles ?? 1), 0);
  const free = Math.max(0, total - used);
  const unplaced = kept.some((c) => c.position === undefined);
  if (free < poles) return { total, used, free, placeAt: null };
  if (unplaced) return { total, used, free, placeAt: undefined };
  const taken = new Set(kept.flatMap((c) => positionsOf(c, codebook)));
  const step = codebook.region === "us" ? 2 : 1;
  for (let at = 1; at + (poles - 1) * step <= total; at++) {
    if (Array.from({ length: poles }, (_, i) => at + i * step).every((p) => !taken.has(p)))
      return { total, used, free, placeAt: at };
  }
  return { total, used, free, placeAt: null };
}
