/** Figures of a way as they are read. */
import { showDays } from "#core/units.ts";

/** "4 to 29 days"; one figure where they are the same. */
export const daysBetween = (low: number, high: number): string =>
  low === high ? showDays(low) : `${low} to ${showDays(high)}`;
