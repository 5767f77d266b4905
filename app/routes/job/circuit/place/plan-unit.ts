/** The unit of a plan, for figures that are metres in the core. */
import type { Place } from "#core/case/document/types.ts";
import type { Point } from "#core/place/geometry.ts";
import { FT_PER_M, showNumber } from "#core/units.ts";

export interface PlanUnit {
  name: "m" | "ft";
  /** Units per metre. */
  perM: number;
}

export const unitOf = ({ unit }: Pick<Place, "unit">): PlanUnit => ({ name: unit, perM: unit === "ft" ? FT_PER_M : 1 });

/** To the hundredth, as it would be measured. */
export const toHundredth = (value: number): number => Math.round(value * 100) / 100;

export const lengthInPlan = (m: number, { perM }: PlanUnit): number => toHundredth(m * perM);
export const pointInPlan = (point: Point, unit: PlanUnit): number[] => point.map((m) => lengthInPlan(m, unit));
/** "12.5 ft" */
export const showLength = (m: number, unit: PlanUnit): string => `${showNumber(lengthInPlan(m, unit))} ${unit.name}`;
