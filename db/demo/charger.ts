/** The charge points of the demo, which their stand-ins join with, and what one of them has taken so far. */
import { seededRandom } from "#core/chance.ts";

export interface DemoCharger {
  job: string;
  id: string;
  /** No secret: it opens made-up data only. */
  token: string;
  /** What its car takes in a night on average, kWh, since the job was done; nothing yet where it is left out. */
  nightKWh?: number;
}
export const DEMO_CHARGERS: readonly DemoCharger[] = [
  { job: "osier-withy-walk", id: "withy-walk-1", token: "demo-charger", nightKWh: 9.6 },
  { job: "tidewrack-saltgrass-lane", id: "saltgrass-1", token: "demo-charger-2" },
];

const DAY_MS = 24 * 3_600_000;
const QUARTER_MS = 15 * 60_000;
/** The cheap hours begin half an hour after midnight. */
const BEGINS_MS = 30 * 60_000;
/** At 32 A and 230 V, Wh in a quarter of an hour. */
const WH = 1840;
/** In winter a car needs more, in summer less. */
const SEASON = 0.25;
/** One evening in so many it is plugged in at once, before the cheap hours. */
const EARLY = 12;
const EARLY_MS = 19 * 3_600_000 - DAY_MS;

/**
 * Quarters of an hour in which the demo charger has charged.
 * @param nights before now
 * @param now ms since 1970
 * @param perNightKWh on average
 */
export function demoQuarters(nights: number, now: number, perNightKWh: number) {
  const random = seededRandom(19);
  const midnight = Math.floor(now / DAY_MS) * DAY_MS;
  return Array.from({ length: nights }, (_, i) => midnight - (nights - i) * DAY_MS).flatMap((day) => {
    const season = 1 + SEASON * Math.cos((2 * Math.PI * (day / DAY_MS)) / 365.25);
    const count = Math.round(((perNightKWh * 1000) / WH) * season * (0.5 + random()));
    const begins = random() < 1 / EARLY ? EARLY_MS : BEGINS_MS;
    return Array.from({ length: count }, (_, q) => ({
      at: new Date(day + begins + q * QUARTER_MS),
      wh: WH,
      mostA: 32,
      mostW: 7360,
      leastOfferedA: 32,
    }));
  });
}
