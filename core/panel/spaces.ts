/** Counting the free spaces (ways) of a panel. */
import type { Panel } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { slotsOf, takesSpace } from "./slots.ts";

export interface SpaceCount {
  total: number;
  used: number;
  free: number;
  /** Used spaces of devices whose position is not recorded. */
  unplaced: number;
}

/**
 * Counts the spaces of a panel; places of abandoned devices count as free, a tandem takes the whole of its space, and
 * places that are out of use are not free.
 * @returns null where the number of spaces has not been recorded
 */
export function countSpaces(panel: Panel, codebook: Codebook): SpaceCount | null {
  if (panel.spaces === undefined) return null;
  const standing = (panel.circuits ?? []).filter((c) => c.status !== "abandoned" && takesSpace(c));
  const placed = new Set(standing.flatMap((c) => slotsOf(c, codebook)).map((slot) => Number.parseInt(slot, 10)));
  const unplaced = standing.filter((c) => c.position === undefined).reduce((n, c) => n + (c.poles ?? 1), 0);
  const used = placed.size + unplaced;
  const free = Math.max(0, panel.spaces - used - (panel.linkedOut ?? 0));
  return { total: panel.spaces, used, free, unplaced };
}
