/** The decided way, and whether the decision is still valid with the present values. */

import type { CaseDocument, Decision } from "#core/case/document/types.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showHeadroom } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital, lower } from "#core/words.ts";
import type { Assessment } from "./assessment.ts";

/** A price increase above this factor is reported. */
const PRICE_GROWN = 1.15;
const RANK = { ready: 0, "with-work": 1, "ruled-out": 2 } as const;

/**
 * The decision as it is written into the case, with what it was made on.
 * @param why in the person's own words
 * @param on ISO day
 */
export function decisionFor(
  way: WayJudgement,
  { supply, headroomA, recommended }: Pick<Assessment, "supply" | "headroomA" | "recommended">,
  { why, by, on }: Pick<Decision, "why" | "by" | "on">,
): Decision {
  return {
    way: way.way as Decision["way"],
    chargeA: way.chargeA,
    verdict: way.verdict,
    meetsNeed: way.meetsNeed,
    ...(Number.isFinite(way.cost.typical) && { typical: way.cost.typical }),
    supplyA: supply.ratingA,
    headroomA,
    ...(way.limitA !== undefined && { limitA: way.limitA }),
    ...(recommended && { recommended: recommended as Decision["way"] }),
    why,
    by,
    on,
  };
}

export interface DecisionNow {
  decision: Decision;
  way: WayJudgement;
  /** Changes since the decision, each as a sentence; empty while the decision is valid. */
  shaken: string[];
}

/** The decided way, otherwise the recommended one; null where no way can be taken. */
export const takenWay = ({ ways, taken }: Pick<Assessment, "ways" | "taken">): WayJudgement | null =>
  ways.find((w) => w.way === taken) ?? null;

/** The recommended way where it differs from the decision; null otherwise. */
export const recommendedOtherwise = ({
  ways,
  taken,
  recommended,
}: Pick<Assessment, "ways" | "taken" | "recommended">): WayJudgement | null =>
  taken === recommended ? null : (ways.find((w) => w.way === recommended) ?? null);

/** Smaller differences are ignored, A. */
const SAME_A = 0.05;

/** Null without a decision. */
export function decisionNow(
  { decision, rules }: Pick<CaseDocument, "decision" | "rules">,
  assessment: Pick<Assessment, "ways" | "supply" | "headroomA" | "recommended">,
): DecisionNow | null {
  const way = decision && assessment.ways.find((w) => w.way === decision.way);
  if (!decision || !way) return null;
  const shaken = [...shakenWay(decision, way), ...shakenHome(decision, rules, assessment)];
  return { decision, way, shaken: shaken.length > 0 ? [...shaken, ...headroomChange(decision, assessment)] : [] };
}

/** Changes of the way for the worse. */
function shakenWay(decision: Decision, way: WayJudgement): string[] {
  if (way.verdict === "ruled-out" && decision.verdict !== "ruled-out")
    return [`${way.name} is ruled out now: ${way.reasons[0]?.text ?? "see the sheet of ways"}`];
  const shaken: string[] = [];
  if (RANK[way.verdict] > RANK[decision.verdict])
    shaken.push(`${way.name} was ready, and needs work now: ${way.work[0] ?? ""}`);
  if (way.chargeA < decision.chargeA - SAME_A)
    shaken.push(`It charges with ${showA(way.chargeA)} now instead of ${showA(decision.chargeA)}`);
  if (decision.limitA !== undefined && way.limitA !== undefined && Math.abs(way.limitA - decision.limitA) > SAME_A)
    shaken.push(`The charger is held below ${showA(way.limitA)} now instead of ${showA(decision.limitA)}`);
  if (decision.meetsNeed && !way.meetsNeed) shaken.push(`${way.name} does not meet the need any more`);
  if (decision.typical !== undefined && way.cost.typical > decision.typical * PRICE_GROWN)
    shaken.push(
      `Its price has gone from ${showMoney(decision.typical, way.cost.currency)} to ${showMoney(way.cost.typical, way.cost.currency)}`,
    );
  return shaken;
}

/** Changed properties of the home that the decision depended on. */
function shakenHome(
  decision: Decision,
  rules: CaseDocument["rules"],
  { ways, supply, recommended }: Pick<Assessment, "ways" | "supply" | "recommended">,
): string[] {
  const shaken: string[] = [];
  if (decision.supplyA !== undefined && decision.supplyA !== supply.ratingA)
    shaken.push(
      `The ${lower(codebookOf(rules).words.supplyRating)} is ${showA(supply.ratingA)} now instead of ${showA(decision.supplyA)}`,
    );
  const best = ways.find((w) => w.way === recommended);
  if (best && decision.recommended === decision.way && recommended !== decision.way)
    shaken.push(`${best.name} is recommended now`);
  return shaken;
}

function headroomChange({ headroomA }: Decision, now: Pick<Assessment, "headroomA">): string[] {
  if (headroomA === undefined || Math.abs(headroomA - now.headroomA) < SAME_A) return [];
  return [`${capital(showHeadroom(now.headroomA, "over"))} now instead of ${showHeadroom(headroomA, "over")}`];
}
