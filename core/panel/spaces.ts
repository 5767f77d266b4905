/** Counting the free spaces (ways) of a panel and finding a place for a device. */
import type { Panel } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { firstPlace, slotsOf, takesSpace } from "./slots.ts";

export interface SpaceCount {
  total: number;
  used: number;
  free: number;
  /** First position with room for the requested poles; null without one, undefined where unknown. */
  placeAt: number | null | undefined;
}

/**
 * Counts the spaces of a panel for a device of `poles`; places of abandoned devices count as free, a tandem takes the
 * whole of its space.
 * @returns null where the number of spaces has not been recorded
 */
export function countSpaces(panel: Panel, poles: number, codebook: Codebook): SpaceCount | null {
  if (panel.spaces === undefined) return null;
  const total = panel.spaces;
  const kept = (panel.circuits ?? []).filter((c) => c.status !== "abandoned" && takesSpace(c));
  const placed = new Set(kept.flatMap((c) => slotsOf(c, codebook)).map((slot) => Number.parseInt(slot, 10)));
  const unplaced = kept.filter((c) => c.position === undefined);
  const used = placed.size + unplaced.reduce((n, c) => n + (c.poles ?? 1), 0);
  const free = Math.max(0, total - used);
  if (free < poles) return { total, used, free, placeAt: null };
  if (unplaced.length > 0) return { total, used, free, placeAt: undefined };
  return { total, used, free, placeAt: firstPlace({ poles }, kept, total, codebook) };
}
