/** Choosing among the ways by the job's policy, and saying in two sentences why. */
import type { Policy } from "../case/document/types.ts";
import { showA, showKWh, showNumber } from "../units.ts";
import type { WayJudgement } from "./types.ts";

export interface Recommendation {
  way: WayJudgement["way"] | null;
  because: string;
}

const spareA = ({ level }: WayJudgement) => level.ratingA - level.demandA - level.chargingA;

/** Sorts the better way first; the first difference decides. */
const ORDER: Record<Policy, readonly ((way: WayJudgement) => number)[]> = {
  "least-work": [(w) => w.cost.typical, (w) => w.leadTimeDays.typical],
  fastest: [(w) => w.leadTimeDays.typical, (w) => w.cost.typical],
  "most-current": [(w) => -w.chargeA, (w) => w.cost.typical],
  "future-ready": [(w) => -spareA(w), (w) => w.cost.typical],
};
const WON: Record<Policy, (way: WayJudgement) => string> = {
  "least-work": (w) => `the lowest typical cost (${money(w)})`,
  fastest: (w) => `the shortest lead time (${w.leadTimeDays.typical} days)`,
  "most-current": (w) => `the most current (${showA(w.chargeA)})`,
  "future-ready": (w) => `the most room left for later (${showA(spareA(w))})`,
};

const money = ({ cost }: WayJudgement) => `${cost.currency === "GBP" ? "£" : "$"}${showNumber(cost.typical)}`;

export function recommend(ways: readonly WayJudgement[], policy: Policy, needKWh: number): Recommendation {
  const usable = ways.filter((w) => w.verdict !== "ruled-out" && w.chargeA > 0);
  if (usable.length === 0)
    return { way: null, because: "No way can be taken as things stand. What rules each one out stands beside it." };
  const enough = usable.filter((w) => w.meetsNeed);
  if (enough.length === 0) {
    const most = [...usable].sort(
      (a, b) => b.energyPerNightKWh - a.energyPerNightKWh || a.cost.typical - b.cost.typical,
    )[0];
    if (!most) throw new Error("a usable way was there a line above");
    return {
      way: most.way,
      because: `${most.name} delivers the most, ${showKWh(most.energyPerNightKWh)} of ${showKWh(needKWh)} a night. To meet the need, more hours plugged in or a larger supply would have to come.`,
    };
  }
  const keys = ORDER[policy];
  const ranked = [...enough].sort((a, b) => keys.map((k) => k(a) - k(b)).find((d) => Math.abs(d) > 1e-9) ?? 0);
  const [won, next] = ranked;
  if (!won) throw new Error("a way that meets the need was there a line above");
  return {
    way: won.way,
    because: `${won.name} meets the need with ${WON[policy](won)}. ${
      next
        ? `${next.name} meets it too, at ${money(next)} and ${next.leadTimeDays.typical} days.`
        : "No other way meets it."
    }`,
  };
}
