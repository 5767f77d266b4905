/**
 * The supply's protective device as a body that warms with the square of its current (first order): a model for
 * comparing ways, no maker's curve. Its state x is (current / rating)^2 once it has settled; it trips at `tripAt`.
 */
import type { DeviceWarming } from "#core/rules/supply-device.ts";

export interface ThermalModel {
  ratingA: number;
  /** State at which it trips. */
  tripAt: number;
  /** Time constant, s. */
  tauS: number;
}

/** From cold at twice the rating x = 4 (1 - exp(-t / tau)) reaches the trip at the time of its row. */
export function thermalModel({ tripsAt, atTwice }: DeviceWarming, ratingA: number): ThermalModel {
  const tripAt = tripsAt ** 2;
  const { seconds } = atTwice.find((row) => ratingA <= row.upToA) as DeviceWarming["atTwice"][number];
  return { ratingA, tripAt, tauS: seconds / Math.log(4 / (4 - tripAt)) };
}

/** Share of the way to its new state that is gone in one step of `dtS` seconds; exact for a steady current. */
export const stepShare = ({ tauS }: ThermalModel, dtS: number): number => 1 - Math.exp(-dtS / tauS);

/** Time from cold until a steady current trips the device, s; null for one that it carries for ever. */
export function secondsToTrip({ ratingA, tripAt, tauS }: ThermalModel, amps: number): number | null {
  const state = (amps / ratingA) ** 2;
  return state > tripAt ? -tauS * Math.log(1 - tripAt / state) : null;
}
