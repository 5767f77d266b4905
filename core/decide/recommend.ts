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
    `no more than ${showKWh(energyKWh)} needed then`,
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
      because: `${way.name} delivers the most, ${showKWh(way.lacking?.energyKWh ?? 0)} of ${showKWh(way.lacking?.neededKWh ?? 0)} on ${way.lacking?.night}. What would have to change: ${whatWouldHaveToChange(way)}.`,
    };
  }
  const [won, ...others] = enough as [WayJudgement, ...WayJudgement[]];
  const name = measureFirstReason(won) ? `Measure first. After a valid measurement ${lower(won.name)}` : won.name;
  const departing =
    policy === "least-work" && !won.departsFrom
      ? others.find((w) => w.departsFrom && w.cost.typical < won.cost.typical)
      : undefined;
  const among = departing ? " of the ways that depart from no rule" : "";
  const second = others.length === 0 ? "No other way meets it." : runnerUp(won, others, departing, wait);
  return {
    way: won.way,
    because: `${name} meets the need${hasPrice(won) || policy !== "least-work" ? ` with ${WON[policy](won, wait)}${among}` : `, but ${withoutPrice(won)}`}. ${second}`,
  };
}

const hasPrice = ({ cost }: WayJudgement): boolean => Number.isFinite(cost.typical);
const withoutPrice = ({ unpriced }: WayJudgement): string =>
  `has no price: the price book lacks ${unpriced.join(", ")}`;

/** Why the next way did not win, in one sentence. */
function runnerUp(
  won: WayJudgement,
  others: readonly WayJudgement[],
  departing: WayJudgement | undefined,
  wait: WaitInWords,
): string {
  // A way without a price may be the cheapest one.
  const unpriced = others.find((w) => !hasPrice(w));
  if (unpriced && hasPrice(won)) return `${unpriced.name} meets it too, but ${withoutPrice(unpriced)}.`;
  if (departing)
    return `${departing.name} would do at ${money(departing)}, but departs from ${departing.departsFrom}, which its designer answers for.`;
  const [next] = others as [WayJudgement, ...WayJudgement[]];
  return `${next.name} meets it too${hasPrice(next) ? `, at ${money(next)} and ${wait(next)}` : ", without a price as well"}.`;
}
