/** The charge point of the demo, which its stand-in joins with, and what it has taken so far. */
import { seededRandom } from "#core/chance.ts";

/** Its token is no secret: it opens made-up data only. */
export const DEMO_CHARGER = { job: "osier-withy-walk", id: "withy-walk-1", token: "demo-charger" };

const DAY_MS = 24 * 3_600_000;
const QUARTER_MS = 15 * 60_000;
/** The cheap hours begin half an hour after midnight. */
const BEGINS_MS = 30 * 60_000;
/** At 32 A and 230 V, Wh in a quarter of an hour. */
const WH = 1840;

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
    const count = Math.round(((perNightKWh * 1000) / WH) * (0.5 + random()));
    return Array.from({ length: count }, (_, q) => ({
      at: new Date(day + BEGINS_MS + q * QUARTER_MS),
      wh: WH,
      mostA: 32,
      mostW: 7360,
    }));
  });
}
