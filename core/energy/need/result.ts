/** Each charging current in everyday terms, and the smallest sufficient one. */

import type { Car, CaseDocument } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { type DeliveredEnergy, givenSteady } from "./energy.ts";
import { distancePerHour, fullByCar, hoursToCharge } from "./in-words.ts";
import { hardestNights, type NeedNight, type NightNeed } from "./need.ts";

/** A charging current in people's words. */
export interface CurrentInWords extends Pick<DeliveredEnergy, "nightsMet" | "meetsNeed"> {
  chargeA: number;
  volts: number;
  /** From a general-purpose outlet that is there already. */
  slow: boolean;
  kW: number;
  /** For each car: distance an hour of charging gives, in the unit of its distance. */
  distancePerHour: number[];
  /** For each car: hours from the evening's state of charge to the morning's; null where they are unknown. */
  hoursToCharge: (number | null)[];
  /** Clock times at which each car has what it asks for, in a usual night and in the hardest; null: not in that night. */
  usualFullBy: (string | null)[];
  hardestFullBy: (string | null)[];
}

export interface NeedResult {
  usual: NeedNight;
  hardest: NeedNight;
  currents: CurrentInWords[];
  /** The smallest that meets enough nights, of the charger's settings; null where none does. */
  smallest: CurrentInWords | null;
  /** A slow outlet, where it is enough. */
  slowIsEnough: CurrentInWords | null;
}

/** Name of a car: its own, otherwise "Car 1" by its place. */
export const carName = (car: Car | undefined, index: number): string => car?.name || `Car ${index + 1}`;

/** The night nearest to the mean, among nights outside winter with a car. */
export function usualNight({ nights, energyPerDayKWh }: NightNeed): NeedNight {
  const here = nights.filter((n) => n.hoursCount > 0 && n.winter !== true);
  const [first, ...others] = here.length > 0 ? here : nights;
  const far = (n: NeedNight) => Math.abs(n.energyKWh - energyPerDayKWh);
  return others.reduce((nearest, n) => (far(n) < far(nearest) ? n : nearest), first as NeedNight);
}

/**
 * @param volts of the charger's circuit
 */
export function needResult(document: CaseDocument, codebook: Codebook, need: NightNeed, volts: number): NeedResult {
  const cars = document.need?.cars ?? [];
  const { charging, outlets } = codebook;
  const usual = usualNight(need);
  const hardest = hardestNights(need)[0] ?? usual;
  const priority = document.need?.carPriority ?? "first";
  const inWords = (chargeA: number, at: number, slow: boolean): CurrentInWords => {
    const { nightsMet, meetsNeed } = givenSteady(need, chargeA, at);
    return {
      chargeA,
      volts: at,
      slow,
      kW: (chargeA * at) / 1000,
      distancePerHour: cars.map((car) => distancePerHour(car, chargeA, at)),
      hoursToCharge: cars.map((car) =>
        car.eveningPercent === undefined || car.morningPercent === undefined
          ? null
          : hoursToCharge(car, car.eveningPercent, car.morningPercent, chargeA, at),
      ),
      usualFullBy: fullByCar(usual, chargeA, at, priority),
      hardestFullBy: fullByCar(hardest, chargeA, at, priority),
      nightsMet,
      meetsNeed,
    };
  };
  const [slow] = Object.values(outlets)
    .filter((o) => o?.slow)
    .sort((a, b) => (a?.chargeA ?? 0) - (b?.chargeA ?? 0));
  const own = document.charger?.settableA;
  const mostA = document.charger?.maxA ?? charging.usualMaxA;
  const settings = [...(own?.length ? own : charging.settingsA)]
    .sort((a, b) => a - b)
    .filter((a) => !exceeds(a, mostA));
  const settable = settings.map((a) => inWords(a, volts, false));
  const atSlow = slow ? inWords(slow.chargeA, slow.volts, true) : null;
  return {
    usual,
    hardest,
    currents: atSlow ? [atSlow, ...settable] : settable,
    smallest: settable.find((c) => c.meetsNeed) ?? null,
    slowIsEnough: atSlow?.meetsNeed ? atSlow : null,
  };
}
