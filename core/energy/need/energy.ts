/** Energy that a way of charging delivers in the nights of a year, kWh. */
import type { DailyWindow } from "#core/case/document/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { hoursByClock, spanOf } from "./hours.ts";
import { HOUSE_SHARE_BY_HOUR } from "./house-profile.ts";
import { ENOUGH_NIGHTS, type NeedNight, type NightNeed } from "./need.ts";

/** Delivered energy, and the share of nights that get all of the needed energy. */
export interface DeliveredEnergy {
  /** In the mean of all nights, never more than each asks for. */
  energyKWh: number;
  /** 0 to 1. */
  nightsMet: number;
  meetsNeed: boolean;
  /** The night that is furthest from being met; null where all are. */
  worst: { night: NeedNight; energyKWh: number } | null;
}

/** @param offered kWh that could be had in a night */
function given({ nights }: NightNeed, offered: (night: NeedNight) => number): DeliveredEnergy {
  let energyKWh = 0;
  let nightsMet = 0;
  let worst: DeliveredEnergy["worst"] = null;
  let lacking = 0;
  for (const night of nights) {
    const got = Math.min(night.energyKWh, offered(night));
    energyKWh += got * night.share;
    const lacks = night.energyKWh - got;
    if (!exceeds(lacks, 0)) nightsMet += night.share;
    else if (exceeds(lacks, lacking)) {
      lacking = lacks;
      worst = { night, energyKWh: got };
    }
  }
  return { energyKWh, nightsMet, meetsNeed: !exceeds(ENOUGH_NIGHTS, nightsMet), worst };
}

/** At a steady current. */
export const givenSteady = (need: NightNeed, chargeA: number, volts: number): DeliveredEnergy =>
  given(need, ({ hoursCount }) => (volts * chargeA * hoursCount) / 1000);

/** A part that clamps keep below a limit, with what it carries beside the charger. */
interface Guarded {
  limitA: number;
  demandA: number;
  /** The part of the demand that storage heaters draw, A. They draw all of it in the cheap hours and nothing otherwise. */
  storageA?: number;
}

/** When storage heaters are filled where no cheap rate was entered; Heron's own assumption. */
const USUAL_STORAGE_HOURS: DailyWindow = { from: "00:00", to: "07:00" };

/** Current in a part during one hour of the usual day, A. @param filling share of the hour in which heaters are filled */
const carriedA = ({ demandA, storageA = 0 }: Guarded, share: number, filling: number): number => {
  const heating = Math.min(storageA, demandA);
  return (demandA - heating) * share + (filling > 0 ? heating : 0);
};

/**
 * Energy from a managed charger: hour by hour, the room that the house leaves below every limit.
 * @param leastOfferA below this the charger pauses, A
 */
export function givenManaged(
  need: NightNeed,
  guarded: readonly Guarded[],
  largestA: number,
  volts: number,
  leastOfferA: number,
): DeliveredEnergy {
  const filling = hoursByClock([spanOf(need.cheap ?? USUAL_STORAGE_HOURS)]);
  const offeredA = HOUSE_SHARE_BY_HOUR.map((share, hour) => {
    const left = Math.min(largestA, ...guarded.map((g) => g.limitA - carriedA(g, share, filling[hour] ?? 0)));
    return !exceeds(leastOfferA, left) ? left : 0;
  });
  return given(need, ({ hours }) =>
    hours.reduce((total, share, clock) => total + ((offeredA[clock] as number) * volts * share) / 1000, 0),
  );
}
