/** A case with what follows from it, as its page shows it. */
import { answerOf, type JobAnswer } from "./answer.ts";
import { type Assessment, assess } from "./assess.ts";
import type { CaseDocument } from "./case/document/types.ts";
import type { KeptBook } from "./estimate/kept.ts";

/** The very same object until the case changes. */
export interface AssessedCase {
  document: CaseDocument;
  assessment: Assessment;
  answer: JobAnswer;
  /** The prices it is assessed by. */
  prices: KeptBook;
}

/** A case with what follows from it by these prices. */
export function assessCase(document: CaseDocument, prices: KeptBook): AssessedCase {
  const assessment = assess(document, prices.book);
  return { document, assessment, answer: answerOf(assessment), prices };
}
