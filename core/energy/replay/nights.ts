/** The nights of a span on a grid of steps: when the car is plugged in, when it may charge, and what it asks for. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { roundedUp } from "#core/tolerance.ts";
import { DAY_S, dayOfWall, isWinter, type LocalClock, momentOf, wallAt, weekdayOfWall } from "../intervals/clock.ts";
import { carEnergyKWh } from "../need/cars.ts";
import { chargingSpans } from "../need/hours.ts";
import { cheapWindowsOf, pluggedInOn } from "../need/need.ts";

/** A grid of equal steps. */
export interface ReplayGrid {
  startS: number;
  /** Length of a step, s. */
  dtS: number;
  steps: number;
  clock: LocalClock;
}

export interface ReplayNight {
  /** ISO day of the evening. */
  evening: string;
  /** First step plugged in, and the first after it. */
  from: number;
  to: number;
  /** Steps between which the car may charge, in order, inside the two; pairs of begin and end. */
  spans: number[];
  /** At the wall, kWh, of all cars together and of each. */
  needKWh: number;
  carsKWh: number[];
  /** False where either end of the data cuts it off, or data is missing in it: it does not count. */
  whole: boolean;
}

/** The first step that begins at a moment or after it. */
export const stepFrom = ({ startS, dtS }: ReplayGrid, atS: number): number => roundedUp((atS - startS) / dtS);

/** @param usualKWh energy for each night where it was entered in kWh, or nothing was entered */
export function nightsOn(grid: ReplayGrid, { need }: Pick<CaseDocument, "need">, usualKWh: number): ReplayNight[] {
  const { clock, startS, steps, dtS } = grid;
  const endS = startS + steps * dtS;
  const cars = need?.cars ?? [];
  const told = need?.energyPerDayKWh !== undefined || cars.length === 0;
  const cheap = cheapWindowsOf(need ?? {});
  const nights: ReplayNight[] = [];
  const firstDay = Math.floor(wallAt(clock, startS) / DAY_S) - 1;
  const lastDay = Math.floor(wallAt(clock, endS) / DAY_S);
  for (let day = firstDay; day <= lastDay; day++) {
    const midnight = day * DAY_S;
    const weekday = weekdayOfWall(midnight);
    const window = pluggedInOn(need ?? {}, weekday);
    if (!window) continue;
    const winter = isWinter(midnight);
    const at = (minute: number) => momentOf(clock, midnight + minute * 60);
    const [plugged] = chargingSpans(window) as [readonly [number, number]];
    const [fromS, toS] = [at(plugged[0]), at(plugged[1])];
    if (toS <= startS || fromS >= endS) continue;
    const inside = (atS: number) => Math.min(steps, Math.max(0, stepFrom(grid, atS)));
    const carsKWh = told ? [usualKWh] : cars.map((car) => carEnergyKWh(car, weekday, winter));
    nights.push({
      evening: dayOfWall(midnight),
      from: inside(fromS),
      to: inside(toS),
      spans: chargingSpans(window, cheap).flatMap(([a, b]) => [inside(at(a)), inside(at(b))]),
      needKWh: carsKWh.reduce((t, e) => t + e, 0),
      carsKWh,
      whole: fromS >= startS && toS <= endS,
    });
  }
  return nights;
}
