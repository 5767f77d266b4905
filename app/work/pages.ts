/** What a page or an edit waits for, in a worker thread: summaries, and edits checked against the case. */
import "#core/codebook/editions.ts";
import { ValidationError } from "yup";
import { assess } from "#core/assess.ts";
import type { AppliedEdit, Edit } from "#core/case/document/edit.ts";
import { editSchema } from "#core/case/document/edit.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { type TakenEdit, takeEdit } from "#core/case/laws/take-edit.ts";
import type { KeptBook } from "#core/estimate/kept.ts";
import { parseJson } from "#core/parse-json.ts";
import { type CaseSummary, summaryOf } from "#core/summary.ts";
import { thread } from "./thread.ts";

interface Priced extends KeptBook {
  document: CaseDocument;
}

const TASKS = {
  /** What the list of jobs shows of a case. */
  summary: ({ document, book, version }: Priced): CaseSummary => summaryOf(document, assess(document, book), version),

  /** @returns the edit of a body; null where it is none */
  readEdit(body: ArrayBuffer): Edit | null {
    try {
      return parseJson(new TextDecoder().decode(body), editSchema) as Edit;
    } catch (error) {
      if (error instanceof ValidationError || error instanceof SyntaxError) return null;
      throw error;
    }
  },

  /** What becomes of an edit; see `takeEdit`. */
  takeEdit: ({ document, patch, since }: { document: CaseDocument; patch: Patch; since: AppliedEdit[] }): TakenEdit =>
    takeEdit(document, { patch }, since),
};

export type PageTasks = typeof TASKS;
export default thread(TASKS);
