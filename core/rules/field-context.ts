/** The words that fields depend on, from the rules of a job. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { FieldContext } from "#core/case/fields/field.ts";
import { codebookOf } from "./index.ts";

/** @param index of the lists on the way to the field, outermost first */
export const fieldContext = (document: CaseDocument, index: readonly number[] = []): FieldContext => ({
  document,
  rules: codebookOf(document.rules),
  index,
});
