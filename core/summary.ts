/** What the list of jobs shows of a case, so that a list never has to read whole cases. */

import { type Answer, answer } from "./answer.ts";
import type { Assessment } from "./assess.ts";
import { ENGINE_VERSION } from "./engine.ts";
import type { Waterline } from "./waterline.ts";

export interface CaseSummary extends Answer {
  waterline: Waterline;
  /** The engine that made it; one of another version is made anew. */
  engine: number;
  /** The version of the price book it was made with; of the newest one, where it is another, it is made anew. */
  prices: number;
}

export const summaryOf = (assessment: Assessment, prices: number): CaseSummary => ({
  ...answer(assessment),
  waterline: assessment.waterline,
  engine: ENGINE_VERSION,
  prices,
});

/** Whether a kept summary says what this engine would say by these prices. */
export const isCurrent = (summary: Pick<CaseSummary, "engine" | "prices">, prices: number): boolean =>
  summary.engine === ENGINE_VERSION && summary.prices === prices;
