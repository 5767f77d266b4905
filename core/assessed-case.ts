/** A case with what follows from it, as its page shows it. */
import { answerOf, type JobAnswer } from "#core/decide/answer.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import type { KeptBook } from "#core/estimate/quoted-book.ts";
import { assess } from "./assess.ts";
import type { CaseDocument } from "./case/document/types.ts";

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
