/** Which of two judged ways is preferred. */

import type { CaseDocument, Policy } from "#core/case/document/types.ts";
import { isSameFigure } from "#core/tolerance.ts";
import type { WayJudgement } from "#core/ways/types.ts";

/** A figure of a way; the smaller one is better. */
type Figure = (way: WayJudgement) => number;

/** The policy of a job. */
export const policyOf = ({ options }: Pick<CaseDocument, "options">): Policy => options?.policy ?? "least-work";

/** What a policy looks at, in order: the first difference decides. */
const BY_POLICY: Record<Policy, readonly Figure[]> = {
  "least-work": [(w) => w.cost.typical, (w) => w.leadTimeDays.typical],
  fastest: [(w) => w.leadTimeDays.typical, (w) => w.cost.typical],
  "most-current": [(w) => -w.chargeA, (w) => w.cost.typical],
  "future-ready": [(w) => -w.spareA, (w) => w.cost.typical],
};

/** Where no way meets the need: the most energy, and the cheaper of two that give the same. */
const MOST_ENERGY: readonly Figure[] = [(w) => -w.energyPerNightKWh, (w) => w.cost.typical];

/** Whether a way can be taken at all. */
export const isUsable = ({ verdict, chargeA, energyPerNightKWh }: WayJudgement): boolean =>
  verdict !== "ruled-out" && chargeA > 0 && energyPerNightKWh > 0;

const firstDifference = (figures: readonly Figure[], a: WayJudgement, b: WayJudgement): number => {
  for (const figure of figures) {
    const [one, other] = [figure(a), figure(b)];
    if (one !== other && !isSameFigure(one, other)) return one - other;
  }
  return 0;
};

/**
 * Sorts the preferred way first: one that can be taken, then one that meets the need, then one that departs from no
 * rule, then by the policy; of ways that do not meet the need, the one that gives the most energy.
 */
export const byPreference =
  (policy: Policy) =>
  (a: WayJudgement, b: WayJudgement): number =>
    Number(isUsable(b)) - Number(isUsable(a)) ||
    Number(b.meetsNeed) - Number(a.meetsNeed) ||
    Number(a.departsFrom !== undefined) - Number(b.departsFrom !== undefined) ||
    firstDifference(a.meetsNeed ? BY_POLICY[policy] : MOST_ENERGY, a, b);
