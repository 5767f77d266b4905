/** Summary of a case for the job list, so that a list never reads whole cases. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { answerOf, type JobAnswer } from "#core/decide/answer.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { decisionNow } from "#core/decide/decision.ts";
import { type DueDay, dueOf } from "#core/progress/due.ts";
import { ENGINE_VERSION } from "./engine.ts";
import type { ActualOfJob } from "./estimate/corrections.ts";
import { actualOf } from "./install/after/actual.ts";
import type { Waterline } from "./waterline.ts";

export interface CaseSummary extends JobAnswer {
  waterline: Waterline;
  /** Version of the engine that made it; a summary of another version is recomputed. */
  engine: number;
  /** The decision and the change that invalidates it; null without a decision. */
  decided: { way: string; shaken: string | null } | null;
  /** What is due first, and on which day; null where nothing has one. */
  due: DueDay | null;
  /** Hours and price of the finished work against the predicted ones; null where nobody has entered them. */
  actual: ActualOfJob | null;
  /** Version of the price book used; where the newest one applies and differs, the summary is recomputed. */
  prices: number;
}

/**
 * The summary of an assessed case.
 * @param prices version of the price book used
 */
export function summaryOf(document: CaseDocument, assessment: Assessment, prices: number): CaseSummary {
  const decided = decisionNow(document, assessment);
  return {
    ...answerOf(assessment),
    waterline: assessment.waterline,
    decided: decided && { way: decided.way.name, shaken: decided.shaken[0] ?? null },
    engine: ENGINE_VERSION,
    due: dueOf(document, assessment),
    actual: actualOf(document, assessment),
    prices,
  };
}

/** Whether a stored summary equals that of this engine with these prices. */
export const isCurrent = (summary: Pick<CaseSummary, "engine" | "prices">, prices: number): boolean =>
  summary.engine === ENGINE_VERSION && summary.prices === prices;
