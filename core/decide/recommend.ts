/** Choosing among the ways by the job's policy, and saying in two sentences why. */

import type { Policy } from "#core/case/document/types.ts";
import type { NightNeed } from "#core/energy/need/need.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { byPreference, isUsable } from "#core/judge/preference.ts";
import { showA, showDays, showKWh, showNumber } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { lower } from "#core/words.ts";

export interface Recommendation {
  way: WayJudgement["way"] | null;
  because: string;
}

/** How long a way takes, in words: "16 days from a Monday". */
type WaitInWords = (way: WayJudgement) => string;

const WON: Record<Policy, (way: WayJudgement, wait: WaitInWords) => string> = {
  "least-work": (w) => `the lowest typical cost (${money(w)})`,
  fastest: (w, wait) => `the shortest lead time (${wait(w)})`,
  "most-current": (w) => `the most current (${showA(w.chargeA)})`,
  "future-ready": (w) => `the most room left once what is planned is there (${showA(w.spareA)})`,
};

const money = ({ cost }: WayJudgement) => showMoney(cost.typical, cost.currency);
/** The assessment knows no calendar. */
const fromAMonday: WaitInWords = ({ leadTimeDays }) => `${showDays(leadTimeDays.typical)} from a Monday`;

/** By calculation the home is over a rating already: a measurement precedes everything that is promised. */
export const measureFirstReason = ({ reasons }: WayJudgement) => reasons.find((r) => r.code === "measure-first");

/** The changes that would let this way meet the need. */
function whatWouldHaveToChange({ way, lacking }: WayJudgement): string {
  const { energyKWh, neededKWh, hours } = lacking ?? { energyKWh: 0, neededKWh: 0, hours: 0 };
  const enough = hours * (neededKWh / energyKWh);
  return [
    ...(enough <= 24
      ? [`${showNumber(Math.ceil(enough * 10) / 10)} hours plugged in instead of ${showNumber(hours)}`]
      : []),
    `a need of no more than ${showKWh(energyKWh)}`,
    ...(wayOf(way).enlargesSupply ? [] : ["a larger supply"]),
    "a second way in addition",
  ].join(", or ");
}

/** @param wait how long a way takes, where the day of the start is known */
export function recommendWay(
  ways: readonly WayJudgement[],
  policy: Policy,
  need: NightNeed,
  wait: WaitInWords = fromAMonday,
): Recommendation {
  const usable = ways.filter(isUsable).sort(byPreference(policy));
  if (need.hoursPerNight === 0)
    return {
      way: null,
      because:
        "The car is never plugged in while it may charge: no way gives it anything. The hours, or the cheap window, would have to change.",
    };
  if (usable.length === 0)
    return { way: null, because: "Every way is ruled out as things stand. The reason stands beside each." };
  const enough = usable.filter((w) => w.meetsNeed);
  if (enough.length === 0) {
    const way = usable[0] as WayJudgement;
    return {
      way: way.way,
      because: `${way.name} delivers the most, ${showKWh(way.lacking?.energyKWh ?? 0)} of ${showKWh(way.lacking?.neededKWh ?? 0)} on ${way.lacking?.night}. To meet the need it would take ${whatWouldHaveToChange(way)}.`,
    };
  }
  const [won, next] = enough;
  const taken = won as WayJudgement;
  // A way without a price may be the cheapest one.
  const unpriced = enough.find((w) => w !== taken && !Number.isFinite(w.cost.typical));
  return {
    way: taken.way,
    because: `${measureFirstReason(taken) ? `Measure first. After a valid measurement ${lower(taken.name)}` : taken.name} meets the need with ${WON[policy](taken, wait)}. ${
      unpriced
        ? `${unpriced.name} meets it too, but has no price: the price book lacks ${unpriced.unpriced.join(", ")}.`
        : next
          ? `${next.name} meets it too, at ${money(next)} and ${wait(next)}.`
          : "No other way meets it."
    }`,
  };
}
