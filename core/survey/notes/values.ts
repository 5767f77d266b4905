/** Setting a value of the survey that was read on site. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";

/** Sets a value and removes its source mark, so that it counts as read on site. @param source its key in the sources */
export const setRead = (document: CaseDocument, pointer: string, value: unknown, source?: string): Patch => [
  ...setValue(document, pointer, value),
  ...(source ? setValue(document, `/survey/sources/${source}`, undefined) : []),
];
