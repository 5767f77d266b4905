/** Assessing in tests: by the made-up prices that Heron ships with. */
import "#core/rules/editions.ts";
import * as core from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { codebookOf } from "#core/rules/index.ts";

const bookOf = ({ rules }: CaseDocument) => DEMO_BOOKS[codebookOf(rules).currency];
/** Assesses a case with the demo prices. */
export const assess = (document: CaseDocument) => core.assess(document, bookOf(document));
/** The case after a way's work, with the demo prices. */
export const homeAfter = (document: CaseDocument, way: string) => core.homeAfter(document, way, bookOf(document));
/** The largest unmanaged current, with the demo prices, A. */
export const largestUnmanaged = (document: CaseDocument, assessment: Assessment) =>
  core.largestUnmanaged(document, assessment, bookOf(document));
