/** What the list of jobs shows of a case, so that a list never has to read whole cases. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { type Answer, answer } from "./answer.ts";
import { type Assessment, assess } from "./assess.ts";
import { ENGINE_VERSION } from "./engine.ts";
import type { Waterline } from "./waterline.ts";

export interface CaseSummary extends Answer {
  waterline: Waterline;
  /** The engine that made it; one of another version is made anew. */
  engine: number;
}

export const summaryOf = (document: CaseDocument, assessment: Assessment = assess(document)): CaseSummary => ({
  ...answer(assessment),
  waterline: assessment.waterline,
  engine: ENGINE_VERSION,
});

/** Whether a kept summary says what this engine would say. */
export const isCurrent = (summary: Pick<CaseSummary, "engine">): boolean => summary.engine === ENGINE_VERSION;
