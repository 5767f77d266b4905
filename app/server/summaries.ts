/** Summaries of cases for the job list, computed in a worker thread. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { type KeptBook, keptBookFor } from "#core/estimate/quoted-book.ts";
import { forPages } from "./work.ts";

export const summaryInWorker = (document: CaseDocument, books: readonly KeptBook[]) =>
  forPages("summary", { document, ...keptBookFor(document, books) });
