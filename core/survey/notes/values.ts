/** Setting a value of the survey that was read on site. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { dependentEdits } from "#core/case/fields/dependent-edits.ts";
import { codebookOf } from "#core/rules/index.ts";

/**
 * Sets a value and removes its source mark, so that it counts as read on site; with the edits that follow from it.
 * @param source its key in the sources
 */
export const setRead = (document: CaseDocument, pointer: string, value: unknown, source?: string): Patch => [
  ...setValue(document, pointer, value),
  ...dependentEdits(document, pointer, value, codebookOf(document.rules).asksFor.ratingOffMain),
  ...(source ? setValue(document, `/survey/sources/${source}`, undefined) : []),
];
