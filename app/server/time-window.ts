/** Counts what happened in the last minutes or hours, also after the clock of the server was set back. */
import { type AnyColumn, between, type SQL } from "drizzle-orm";

/** Clocks of several servers differ by no more than this. */
const CLOCK_DIFFERENCE_MS = 60_000;

/**
 * Whether a time lies in the window that ends now. A time in the future does not: it was written before the clock was
 * set back, and would otherwise count until the clock reaches it again.
 */
export const inWindow = (column: AnyColumn, now: Date, windowMs: number): SQL =>
  between(column, new Date(now.getTime() - windowMs), new Date(now.getTime() + CLOCK_DIFFERENCE_MS));
