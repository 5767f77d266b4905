/** Work for pages and edits in a worker thread: job summaries, and edits checked against the case. */
import "#core/rules/editions.ts";
import { ValidationError } from "yup";
import { assess } from "#core/assess.ts";
import type { AppliedEdit, CaseEdit } from "#core/case/document/edit.ts";
import { editSchema } from "#core/case/document/edit.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { KeptBook } from "#core/estimate/quoted-book.ts";
import { type TakenEdit, takeEdit } from "#core/laws/take-edit.ts";
import { parseJson } from "#core/parse-json.ts";
import { type CaseSummary, summaryOf } from "#core/summary.ts";
import { startThread } from "./thread.ts";

interface Priced extends KeptBook {
  document: CaseDocument;
}

const TASKS = {
  /** The summary of a case for the job list. */
  summary: ({ document, book, version }: Priced): CaseSummary => summaryOf(document, assess(document, book), version),

  /** @returns the edit in a request body; null where the body is not an edit */
  readEdit(body: ArrayBuffer): CaseEdit | null {
    try {
      return parseJson(new TextDecoder().decode(body), editSchema) as CaseEdit;
    } catch (error) {
      if (error instanceof ValidationError || error instanceof SyntaxError) return null;
      throw error;
    }
  },

  /** Decides whether an edit applies; see `takeEdit`. */
  takeEdit: ({ document, patch, since }: { document: CaseDocument; patch: Patch; since: AppliedEdit[] }): TakenEdit =>
    takeEdit(document, { patch }, since),
};

export type PageTasks = typeof TASKS;
export default startThread(TASKS);
