/** What becomes of an edit when it reaches the case: the one decision of the server, without its database. */
import { type AppliedEdit, type Edit, rebaseOverEdits } from "../document/edit.ts";
import { applyPatch, type Patch, settlePatch } from "../document/patch.ts";
import { CaseRefused, type Problem } from "../document/problems.ts";
import type { CaseDocument } from "../document/types.ts";
import { caseProblems } from "./read.ts";

export type TakenEdit =
  | { kind: "accepted"; document: CaseDocument; patch: Patch }
  | { kind: "conflict"; with: AppliedEdit }
  | { kind: "refused"; problems: Problem[] };

/**
 * @param document the case as it is
 * @param since edits that took effect after the one's base revision, in order
 */
export function takeEdit(document: CaseDocument, asked: Pick<Edit, "patch">, since: readonly AppliedEdit[]): TakenEdit {
  const moved = rebaseOverEdits(asked.patch, since);
  if ("conflict" in moved) return { kind: "conflict", with: moved.conflict };
  try {
    const patch = settlePatch(document, moved.patch);
    const after = applyPatch(document, patch);
    const problems = caseProblems(after);
    return problems.length > 0 ? { kind: "refused", problems } : { kind: "accepted", document: after, patch };
  } catch (error) {
    if (error instanceof CaseRefused) return { kind: "refused", problems: error.problems };
    throw error;
  }
}
