/** The waterline: the small data behind the one drawing of supply, demand and charging, in amperes. */
import { showA } from "./units.ts";

export interface Waterline {
  /** Top edge of the bank. */
  ratingA: number;
  /** Name of the top edge where it is not the supply, e.g. "Main panel". */
  edge?: string;
  /** Water: the demand without the new charger. */
  demandA: number;
  /** Tide: what charging adds on top. */
  chargingA: number;
  /** A line that a managed charger keeps everything below; null where nothing is managed. */
  limitA: number | null;
}

/** Amperes that run over the edge of the bank. */
export const overflowA = ({ ratingA, demandA, chargingA }: Waterline): number =>
  Math.max(0, demandA + chargingA - ratingA);

const SCALE_STEPS_A = [125, 250, 500, 1000, 2000] as const;

/** One scale, in amperes at full height, on which all the given waterlines can be compared. */
export function commonScaleA(levels: readonly Waterline[]): number {
  const highest = Math.max(0, ...levels.map((l) => Math.max(l.ratingA, l.demandA + l.chargingA)));
  return SCALE_STEPS_A.find((step) => step >= highest * 1.02) ?? Math.ceil(highest * 1.02);
}

/** The drawing in words, for those who cannot see it. */
export function describeWaterline(level: Waterline): string {
  const over = overflowA(level);
  const parts = [`${level.edge ?? "Supply"} ${showA(level.ratingA)}`, `demand ${showA(level.demandA)}`];
  if (level.chargingA > 0) parts.push(`charging adds ${showA(level.chargingA)}`);
  if (level.limitA !== null) parts.push(`managed below ${showA(level.limitA)}`);
  parts.push(
    over > 0 ? `${showA(over)} over the edge` : `${showA(level.ratingA - level.demandA - level.chargingA)} left`,
  );
  return parts.join(", ");
}
