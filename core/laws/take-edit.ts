/** Decides whether an edit that reaches the server applies; independent of the database. */

import { type AppliedEdit, type CaseEdit, rebaseOverEdits } from "#core/case/document/edit.ts";
import { applyPatch, type Patch, resolveAppendPaths } from "#core/case/document/patch.ts";
import { CaseRefused, type InputProblem } from "#core/case/document/problems.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { CASE_TOO_LARGE, MOST_CASE_BYTES } from "#core/limits.ts";
import { caseProblems } from "./read.ts";

export type TakenEdit =
  | { kind: "accepted"; document: CaseDocument; patch: Patch }
  | { kind: "conflict"; with: AppliedEdit }
  | { kind: "refused"; problems: InputProblem[] };

/** Rebasing a patch compares each pair of operations; edits made by typing stay far below this limit. */
const MOST_COMPARISONS = 1_000_000;

const refused = (message: string): TakenEdit => ({ kind: "refused", problems: [{ path: "", message }] });
const bytesOf = (document: CaseDocument) => new TextEncoder().encode(JSON.stringify(document)).length;

/**
 * @param document the case as it is
 * @param since edits that took effect after the one's base revision, in order
 */
export function takeEdit(
  document: CaseDocument,
  asked: Pick<CaseEdit, "patch">,
  since: readonly AppliedEdit[],
): TakenEdit {
  const comparisons = asked.patch.length * since.reduce((n, { patch }) => n + patch.length, 0);
  if (comparisons > MOST_COMPARISONS)
    return refused("The case has changed too much since this edit was made: open the page again");
  const moved = rebaseOverEdits(asked.patch, since);
  if ("conflict" in moved) return { kind: "conflict", with: moved.conflict };
  try {
    const patch = resolveAppendPaths(document, moved.patch);
    const after = applyPatch(document, patch);
    const problems = caseProblems(after);
    if (problems.length > 0) return { kind: "refused", problems };
    // A case that was imported from a file must still fit into one.
    const bytes = bytesOf(after);
    if (bytes > MOST_CASE_BYTES && bytes > bytesOf(document)) return refused(CASE_TOO_LARGE);
    return { kind: "accepted", document: after, patch };
  } catch (error) {
    if (error instanceof CaseRefused) return { kind: "refused", problems: error.problems };
    throw error;
  }
}
