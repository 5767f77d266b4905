/** What the list of jobs shows of a case, so that a list never has to read whole cases. */
import { type Answer, answer } from "./answer.ts";
import { type Assessment, assess } from "./assess.ts";
import type { CaseDocument } from "./case/document/types.ts";
import type { Waterline } from "./waterline.ts";

export interface CaseSummary extends Answer {
  waterline: Waterline;
}

export const summaryOf = (document: CaseDocument, assessment: Assessment = assess(document)): CaseSummary => ({
  ...answer(assessment),
  waterline: assessment.waterline,
});
