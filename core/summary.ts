/** What the list of jobs shows of a case, so that a list never has to read whole cases. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { decisionNow } from "#core/decide/decision.ts";
import { type Answer, answer } from "./answer.ts";
import type { Assessment } from "./assess.ts";
import { ENGINE_VERSION } from "./engine.ts";
import type { Waterline } from "./waterline.ts";

export interface CaseSummary extends Answer {
  waterline: Waterline;
  /** The engine that made it; one of another version is made anew. */
  engine: number;
  /** What was decided, and what shakes it; null where nobody has decided. */
  decided: { way: string; shaken: string | null } | null;
  /** The version of the price book it was made with; of the newest one, where it is another, it is made anew. */
  prices: number;
}

export function summaryOf(document: CaseDocument, assessment: Assessment, prices: number): CaseSummary {
  const decided = decisionNow(document, assessment);
  return {
    ...answer(assessment),
    waterline: assessment.waterline,
    decided: decided && { way: decided.way.name, shaken: decided.shaken[0] ?? null },
    engine: ENGINE_VERSION,
    prices,
  };
}

/** Whether a kept summary says what this engine would say by these prices. */
export const isCurrent = (summary: Pick<CaseSummary, "engine" | "prices">, prices: number): boolean =>
  summary.engine === ENGINE_VERSION && summary.prices === prices;
