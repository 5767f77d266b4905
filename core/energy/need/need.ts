/** The household's need night by night, and the hours available for it. */

import type { CaseDocument, DailyWindow, Need } from "#core/case/document/types.ts";
import { WEEKDAYS } from "#core/case/document/vocabulary.ts";
import { USUAL_PLUGGED_IN } from "#core/case/fields/need.ts";
import type { Conventions } from "#core/conventions.ts";
import { showWindow } from "#core/dates.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showKWh, showNumber } from "#core/units.ts";
import { type Why, why } from "#core/why.ts";
import { carEnergyKWh } from "./cars.ts";
import { type ChargingSpan, chargingSpans, hoursByClock, hoursOf } from "./hours.ts";

/** Taken where nothing was said: about 33 miles or 50 km a day. */
const USUAL_ENERGY_KWH = 10;
/** Nights of a year in which a car uses its winter consumption: four months of twelve. Heron's own assumption. */
const WINTER_SHARE = 1 / 3;
/** A way meets the need where it does so in this share of the nights. */
export const ENOUGH_NIGHTS = 0.95;

/** One kind of night: after a day of the week, in winter or not; of all where they do not differ. */
export interface NeedNight {
  /** 0 is Monday; null where all days are alike. */
  weekday: number | null;
  /** Null where all seasons are alike. */
  winter: boolean | null;
  /** Of all nights of a year; the shares of all kinds are 1. */
  share: number;
  /** Need of each car, kWh at the wall, in the order of the cars; one value where it was entered in kWh. */
  carsKWh: number[];
  energyKWh: number;
  /** When a car may charge, in order. */
  spans: ChargingSpan[];
  /** Share of each clock hour (0 to 23) in which a car may charge. */
  hours: number[];
  hoursCount: number;
}

export interface NightNeed {
  /** A usual day: no winter, the mean of the week. */
  energyPerDayKWh: number;
  /** A usual night: the mean of the week. */
  hoursPerNight: number;
  nights: NeedNight[];
  /** The cheap hours, where they were entered. */
  cheap: DailyWindow | null;
  assumed: string[];
  explain: { energyPerDayKWh: Why; hoursPerNight: Why };
}

/** "a usual night", "a winter night", "Monday", "a Monday in winter". */
export function nightName({ weekday, winter }: Pick<NeedNight, "weekday" | "winter">): string {
  const day = weekday === null ? null : (WEEKDAYS[weekday] as string);
  if (winter) return day ? `a ${day} in winter` : "a winter night";
  return day ?? "a usual night";
}

/** The nights that ask for the most current, the hardest first. */
export const hardestNights = ({ nights }: NightNeed): NeedNight[] => [...nights].sort((a, b) => pace(b) - pace(a));
const pace = ({ energyKWh, hoursCount }: NeedNight): number =>
  energyKWh === 0 ? 0 : hoursCount === 0 ? Number.POSITIVE_INFINITY : energyKWh / hoursCount;

/** One week of nights to look at: in winter, where the seasons differ. */
export const weekOf = ({ nights }: NightNeed): NeedNight[] => nights.filter((n) => n.winter !== false);

/** Windows in which charging is allowed; empty where it is allowed at all times. */
export const cheapWindowsOf = ({ cheap, cheapAlso, cheapOnly }: Need): DailyWindow[] =>
  cheapOnly ? [cheap, cheapAlso].filter((w): w is DailyWindow => Boolean(w)) : [];

/** Plugged-in window of a weekday (0 is Monday); null for a night without a car. */
export const pluggedInOn = (need: Need, weekday: number): DailyWindow | null =>
  need.pluggedInByWeekday ? (need.pluggedInByWeekday[weekday] ?? null) : (need.pluggedIn ?? USUAL_PLUGGED_IN);

function nightsOf(need: Need, pluggedIn: DailyWindow, usualKWh: number): NeedNight[] {
  const cars = need.cars ?? [];
  const told = need.energyPerDayKWh !== undefined || cars.length === 0;
  const byDay = need.pluggedInByWeekday !== undefined || (!told && cars.some((c) => c.distanceByWeekday));
  const seasons = !told && cars.some((c) => (c.winterFactor ?? 1) !== 1);
  const cheap = cheapWindowsOf(need);
  const days = byDay ? WEEKDAYS.map((_, day) => day) : [null];
  return days.flatMap((weekday) => {
    // A null day means that the car is away that night.
    const window = weekday === null ? pluggedIn : pluggedInOn(need, weekday);
    const spans = window ? chargingSpans(window, cheap) : [];
    const shared = { weekday, spans, hours: hoursByClock(spans), hoursCount: hoursOf(spans) };
    return (seasons ? [false, true] : [null]).map((winter): NeedNight => {
      const carsKWh = told ? [usualKWh] : cars.map((car) => carEnergyKWh(car, weekday, winter ?? false));
      const season = winter === null ? 1 : winter ? WINTER_SHARE : 1 - WINTER_SHARE;
      const energyKWh = window ? carsKWh.reduce((t, e) => t + e, 0) : 0;
      return { ...shared, winter, share: season / days.length, carsKWh, energyKWh };
    });
  });
}

/** The household's need by kind of night, from its cars or its entered kWh, with the assumptions made. */
export function nightNeed({ need, rules }: Pick<CaseDocument, "need" | "rules">): NightNeed {
  const { conventions } = codebookOf(rules);
  const assumed: string[] = [];
  const cars = need?.cars ?? [];
  const told = need?.energyPerDayKWh;
  const energyPerDayKWh =
    told ?? (cars.length > 0 ? cars.reduce((total, car) => total + carEnergyKWh(car), 0) : USUAL_ENERGY_KWH);
  if (told === undefined && cars.length === 0)
    assumed.push(`No driving has been entered: ${USUAL_ENERGY_KWH} kWh a day is assumed`);
  const pluggedIn = need?.pluggedIn ?? USUAL_PLUGGED_IN;
  if (!need?.pluggedIn && !need?.pluggedInByWeekday)
    assumed.push(`Plugged in ${showWindow(pluggedIn, conventions)} is assumed`);
  const nights = nightsOf(need ?? {}, pluggedIn, energyPerDayKWh);
  if (nights.some((n) => n.winter !== null)) assumed.push("A third of all nights is assumed to be winter");
  const hoursPerNight = Math.round(nights.reduce((t, n) => t + n.hoursCount * n.share, 0) * 60) / 60;
  const carNumbers = cars.map((car) => showKWh(carEnergyKWh(car))).join(" + ");
  return {
    energyPerDayKWh,
    hoursPerNight,
    nights,
    cheap: need?.cheap ?? null,
    assumed,
    explain: {
      energyPerDayKWh: why(
        "Energy needed a day",
        showKWh(energyPerDayKWh),
        told === undefined && cars.length > 0
          ? {
              rule: "Heron, charging need",
              formula: "distance x consumption / charging efficiency, summed over the cars",
              numbers: `${carNumbers} = ${showKWh(energyPerDayKWh)}${hardestNumbers(nights)}`,
            }
          : {
              rule: "Heron, charging need",
              formula: told === undefined ? "assumed: no driving has been entered" : "as entered",
              numbers: showKWh(energyPerDayKWh),
            },
        assumed,
        ["Distance driven a day", "A second car"],
      ),
      hoursPerNight: why(
        "Hours to charge a night",
        `${showNumber(hoursPerNight)} h`,
        {
          rule: "Heron, charging need",
          formula:
            cheapWindowsOf(need ?? {}).length > 0
              ? "hours plugged in that lie in the cheap window"
              : "from plugging in to unplugging",
          numbers: hoursNumbers(need ?? {}, pluggedIn, nights, hoursPerNight, conventions),
        },
        assumed,
      ),
    },
  };
}

const hardestNumbers = (nights: readonly NeedNight[]): string => {
  const most = nights.reduce<NeedNight | null>((m, n) => (m && m.energyKWh >= n.energyKWh ? m : n), null);
  return most && nights.length > 1 ? `; the most is ${showKWh(most.energyKWh)} on ${nightName(most)}` : "";
};

function hoursNumbers(
  need: Need,
  pluggedIn: DailyWindow,
  nights: readonly NeedNight[],
  hours: number,
  conventions: Conventions,
): string {
  const cheap = cheapWindowsOf(need);
  const within = cheap.length > 0 ? ` within ${cheap.map((w) => showWindow(w, conventions)).join(" and ")}` : "";
  if (!need.pluggedInByWeekday) return `${showWindow(pluggedIn, conventions)}${within} = ${showNumber(hours)} h`;
  const days = [...new Map(nights.map((n) => [n.weekday, n.hoursCount]))];
  return `${days.map(([day, h]) => `${WEEKDAYS[day as number]} ${showNumber(h)}`).join(", ")}${within}: ${showNumber(hours)} h in the mean`;
}
