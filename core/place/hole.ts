/** A hole through a wall: how it is drilled, and where it comes out. */
import { exceeds } from "#core/tolerance.ts";

export interface WallHole {
  /** Up from the outside to the inside, degrees; less than 0 where the outside end lies higher. */
  angleDeg: number;
  /** Drilled length, m. */
  lengthM: number;
  /** Water runs out: it falls to the outside by at least 3 degrees. */
  fallsOut: boolean;
}

/** Fall to the outside that keeps water out, degrees. */
const LEAST_FALL_DEG = 3;

/**
 * @param thicknessM of the wall with all its layers
 * @param outsideM, insideM heights of its two ends above one level
 */
export function holeBetween(thicknessM: number, outsideM: number, insideM: number): WallHole {
  const rise = insideM - outsideM;
  const angleDeg = (Math.atan2(rise, thicknessM) * 180) / Math.PI;
  return { angleDeg, lengthM: Math.hypot(thicknessM, rise), fallsOut: !exceeds(LEAST_FALL_DEG, angleDeg) };
}

/** Height at which it comes out inside, m. */
export const comesOutAt = (thicknessM: number, outsideM: number, angleDeg: number): number =>
  outsideM + thicknessM * Math.tan((angleDeg * Math.PI) / 180);
