/** Interval data in a few words. */
import { showNumber } from "#core/units.ts";

/** "15-minute values over 365 days" */
export const lengthInWords = (intervalS: number, days: number): string =>
  `${intervalS % 60 === 0 ? `${intervalS / 60}-minute` : `${intervalS}-second`} values over ${showNumber(Math.round(days * 10) / 10)} days`;
