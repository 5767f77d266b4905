/** Interval data made up from a load list, as a meter would have written it: for practice, and never evidence. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { caseVolts } from "#core/rules/demand/loads.ts";
import type { Codebook } from "#core/rules/types.ts";
import { clockOfZone, momentOf } from "../intervals/clock.ts";
import { type IntervalSeries, packedValues } from "../intervals/series.ts";
import { madeHouse } from "./house.ts";

const STEP_S = 60;

/**
 * A year from the first of January 2025 on the clock of a zone.
 * @param minutes of its intervals: 1, or what a meter averages over
 */
export function madeSeries(
  document: CaseDocument,
  codebook: Codebook,
  seed: number,
  minutes: number,
  zone: string,
): IntervalSeries {
  const { amps, grid } = madeHouse(document, codebook, STEP_S, seed, 0);
  const volts = caseVolts(document, codebook);
  const clock = clockOfZone(zone, grid.startS, grid.startS + grid.steps * STEP_S);
  const count = Math.floor(grid.steps / minutes);
  const kWh = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let sum = 0;
    for (let k = i * minutes; k < (i + 1) * minutes; k++) sum += amps[k] as number;
    kWh[i] = Math.round((sum * volts * STEP_S) / 3.6e3) / 1000;
  }
  // Its days are of the wall clock; the hour of a change is any hour of the night.
  return { unit: "kWh", startS: momentOf(clock, grid.startS), intervalS: minutes * 60, clock, ...packedValues([kWh]) };
}
