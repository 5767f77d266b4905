/** Rating of an existing conductor, and the largest device that protects it. */
import type { RuleCitation } from "#core/why.ts";

/** Ampacity in the 60, 75 and 90 °C columns, A. */
export type AmpacityTable = readonly [number, number, number];

export interface ConductorRating {
  /** Ampacity, A. */
  ampacityA: number;
  /** Rating of the largest device that protects it, A. */
  mostDeviceA: number;
  /** Unrecorded properties, each taken at the lower value: "metal", "cable type". */
  unrecorded: readonly string[];
  cited: RuleCitation;
}
