/** Comparisons of figures that were calculated: sums of decimals differ in their last digits. */

/** Differences up to this are none, in whatever unit is compared. */
export const TOLERANCE = 1e-9;

/** Whether a figure is greater than a limit by more than rounding. */
export const exceeds = (value: number, limit: number): boolean => value > limit + TOLERANCE;

/** Whether two figures are the same but for rounding. */
export const isSameFigure = (one: number, other: number): boolean => Math.abs(one - other) <= TOLERANCE;

/** The next whole number upwards; a whole number that rounding has raised stays. */
export const roundedUp = (value: number): number => Math.ceil(value - TOLERANCE);

/** The next whole number downwards; a whole number that rounding has lowered stays. */
export const roundedDown = (value: number): number => Math.floor(value + TOLERANCE);
