/** The way that a person decided for, and whether what is known now would still let it stand. */
import type { Assessment } from "#core/assess.ts";
import type { CaseDocument, Decision } from "#core/case/document/types.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { showA } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";

/** A price that has grown by more than this since is told. */
const PRICE_GROWN = 1.15;
const RANK = { ready: 0, "with-work": 1, "ruled-out": 2 } as const;

/**
 * The decision as it is written into the case.
 * @param why in the person's own words
 * @param on ISO day
 */
export function decisionFor(way: WayJudgement, why: string, by: string, on: string): Decision {
  return {
    way: way.way as Decision["way"],
    chargeA: way.chargeA,
    verdict: way.verdict,
    meetsNeed: way.meetsNeed,
    ...(Number.isFinite(way.cost.typical) && { typical: way.cost.typical }),
    why,
    by,
    on,
  };
}

export interface DecisionNow {
  decision: Decision;
  way: WayJudgement;
  /** What has changed since, each as a sentence; empty where the decision stands. */
  shaken: string[];
}

/** The way that was decided, else the recommended one; null where no way can be taken. */
export const takenWay = ({ ways, taken }: Pick<Assessment, "ways" | "taken">): WayJudgement | null =>
  ways.find((w) => w.way === taken) ?? null;

/** The recommended way where a person decided for another one; else null. */
export const recommendedOtherwise = ({
  ways,
  taken,
  recommended,
}: Pick<Assessment, "ways" | "taken" | "recommended">): WayJudgement | null =>
  taken === recommended ? null : (ways.find((w) => w.way === recommended) ?? null);

/** Null where nobody has decided yet. */
export function decisionNow(
  { decision }: Pick<CaseDocument, "decision">,
  { ways }: Pick<Assessment, "ways">,
): DecisionNow | null {
  const way = decision && ways.find((w) => w.way === decision.way);
  if (!decision || !way) return null;
  const shaken: string[] = [];
  if (way.verdict === "ruled-out" && decision.verdict !== "ruled-out")
    shaken.push(`${way.name} is ruled out now: ${way.reasons[0]?.text ?? "see the sheet of ways"}`);
  else {
    if (RANK[way.verdict] > RANK[decision.verdict])
      shaken.push(`${way.name} was ready, and asks for work now: ${way.work[0] ?? ""}`);
    if (way.chargeA < decision.chargeA - 1e-9)
      shaken.push(`It charges with ${showA(way.chargeA)} now instead of ${showA(decision.chargeA)}`);
    if (decision.meetsNeed && !way.meetsNeed) shaken.push(`${way.name} does not meet the need any more`);
    if (decision.typical !== undefined && way.cost.typical > decision.typical * PRICE_GROWN)
      shaken.push(
        `Its price has gone from ${showMoney(decision.typical, way.cost.currency)} to ${showMoney(way.cost.typical, way.cost.currency)}`,
      );
  }
  return { decision, way, shaken };
}
