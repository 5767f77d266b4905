/** A run as it is laid: what its parts climb and the allowance for corners and slack are in their lengths. */
import type { Length, Run, RunSegment } from "#core/case/document/types.ts";
import { lengthFt, lengthM } from "#core/units.ts";

/** A length in a unit, a number. */
export const lengthIn = (length: Length, unit: Length["unit"]): number =>
  unit === "ft" ? lengthFt(length) : lengthM(length);

/** All that is laid of a part, in the unit of its length. */
function laidLength({ length, rise }: RunSegment, share: number): Length {
  const climbs = rise ? lengthIn(rise, length.unit) : 0;
  return { unit: length.unit, value: (length.value + climbs) * share };
}

/** The parts of a run, each with all that is laid as its length. */
export function laidSegments({ segments = [], allowancePercent = 0 }: Run): readonly RunSegment[] {
  if (allowancePercent === 0 && segments.every((s) => !s.rise)) return segments;
  const share = 1 + allowancePercent / 100;
  return segments.map((s) => ({ ...s, length: laidLength(s, share) }));
}

/** All that is laid of a run, in a unit. */
export const laidLengthOf = (run: Run, unit: Length["unit"]): number =>
  laidSegments(run).reduce((total, { length }) => total + lengthIn(length, unit), 0);

/** Whether a part of a circuit that is reused is there already; every part that does not say otherwise is. */
export const isKeptPart = ({ status }: RunSegment): boolean => status !== "new";
