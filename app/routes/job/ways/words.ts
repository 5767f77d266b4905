/** Figures of a way as they are read. */
import { showNumber } from "#core/units.ts";

export const days = (count: number): string => (count === 1 ? "1 day" : `${showNumber(count)} days`);

/** "4 to 29 days"; one figure where they are the same. */
export const daysBetween = (low: number, high: number): string =>
  low === high ? days(low) : `${low} to ${days(high)}`;
