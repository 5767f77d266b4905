/** What the household needs per night, and the hours it has for it. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { carEnergyKWh, hoursByClock, showKWh, showNumber } from "#core/units.ts";
import { type Why, why } from "#core/why.ts";

/** Taken where nothing was said: about 33 miles or 50 km a day. */
const USUAL_ENERGY_KWH = 10;
const USUAL_PLUGGED_IN = { from: "20:00", to: "06:00" } as const;

export interface NightNeed {
  energyPerDayKWh: number;
  hoursPerNight: number;
  /** Share of each clock hour (0 to 23) in which the car may charge. */
  hours: number[];
  assumed: string[];
  explain: { energyPerDayKWh: Why; hoursPerNight: Why };
}

export function nightNeed({ need }: CaseDocument): NightNeed {
  const assumed: string[] = [];
  const cars = need?.cars ?? [];
  const told = need?.energyPerDayKWh;
  const energyPerDayKWh =
    told ?? (cars.length > 0 ? cars.reduce((total, car) => total + carEnergyKWh(car), 0) : USUAL_ENERGY_KWH);
  if (told === undefined && cars.length === 0)
    assumed.push(`No driving has been entered: ${USUAL_ENERGY_KWH} kWh a day is taken`);

  const pluggedIn = need?.pluggedIn ?? USUAL_PLUGGED_IN;
  if (!need?.pluggedIn) assumed.push(`Plugged in ${pluggedIn.from} to ${pluggedIn.to} is taken`);
  const cheapOnly = need?.cheapOnly && need.cheap ? need.cheap : null;
  const hours = hoursByClock(cheapOnly ? [pluggedIn, cheapOnly] : [pluggedIn]);
  const hoursPerNight = Math.round(hours.reduce((t, h) => t + h, 0) * 60) / 60;

  const carNumbers = cars.map((car) => showKWh(carEnergyKWh(car))).join(" + ");
  return {
    energyPerDayKWh,
    hoursPerNight,
    hours,
    assumed,
    explain: {
      energyPerDayKWh: why(
        "Energy needed a day",
        showKWh(energyPerDayKWh),
        told === undefined && cars.length > 0
          ? {
              rule: "Heron, charging need",
              formula: "distance x consumption / charging efficiency, summed over the cars",
              numbers: `${carNumbers} = ${showKWh(energyPerDayKWh)}`,
            }
          : { rule: "Heron, charging need", formula: "as entered", numbers: showKWh(energyPerDayKWh) },
        assumed,
        ["Distance driven a day", "A second car"],
      ),
      hoursPerNight: why(
        "Hours to charge a night",
        `${showNumber(hoursPerNight)} h`,
        {
          rule: "Heron, charging need",
          formula: cheapOnly ? "hours plugged in that lie in the cheap window" : "from plugging in to unplugging",
          numbers: `${pluggedIn.from} to ${pluggedIn.to}${cheapOnly ? ` within ${cheapOnly.from} to ${cheapOnly.to}` : ""} = ${showNumber(hoursPerNight)} h`,
        },
        assumed,
      ),
    },
  };
}
