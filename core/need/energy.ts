/** Energy of a usual night, kWh. */
import { HOUSE_SHARE_BY_HOUR } from "./house-profile.ts";
import type { NightNeed } from "./need.ts";

/** At a steady current: no more than the need. */
export const energyOfNight = ({ energyPerDayKWh, hoursPerNight }: NightNeed, chargeA: number, volts: number): number =>
  Math.min(energyPerDayKWh, (volts * chargeA * hoursPerNight) / 1000);

/** A part that clamps keep below a limit, with what it carries beside the charger. */
interface Guarded {
  limitA: number;
  demandA: number;
}

/**
 * What a managed charger gets: hour by hour what the house leaves below every limit, no more than the need.
 * @param leastOfferA below this the charger pauses, A
 */
export function managedEnergyKWh(
  need: NightNeed,
  guarded: readonly Guarded[],
  largestA: number,
  volts: number,
  leastOfferA: number,
): number {
  const kWh = need.hours.reduce((total, hours, clock) => {
    const share = HOUSE_SHARE_BY_HOUR[clock] as number;
    const offered = Math.min(largestA, ...guarded.map((g) => g.limitA - g.demandA * share));
    return offered >= leastOfferA - 1e-9 ? total + (offered * volts * hours) / 1000 : total;
  }, 0);
  return Math.min(need.energyPerDayKWh, kWh);
}
