/** Sources of the survey's values, and the values that are only assumed until they are confirmed. */
import { valueAt } from "#core/case/document/set-value.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import {
  fieldKey,
  fullLabelOf,
  instancesOf,
  isAsked,
  memberOf,
  pointerOf,
  valueInWords,
} from "#core/case/fields/field.ts";
import { FIELDS } from "#core/case/fields/index.ts";
import { ownValue } from "#core/own-value.ts";
import { fieldContext } from "#core/rules/field-context.ts";

/** A value of the survey that can say where it came from. */
export interface SourcedField {
  /** `supply.ratingA`, `panel.<id>.busA` */
  key: string;
  label: string;
  /** The value in words; null where nothing has been entered. */
  value: string | null;
}

const SOURCED = FIELDS.filter((field) => field.source === "always");

/** Every value of a case whose source is asked for, in the order of the survey. */
export const sourcedFields = (document: CaseDocument): SourcedField[] =>
  SOURCED.flatMap((field) =>
    instancesOf(field, document).flatMap((index) => {
      const context = fieldContext(document, index);
      if (!isAsked(field, context)) return [];
      return [
        {
          key: fieldKey(field, memberOf(field, document, index)),
          label: fullLabelOf(field, context),
          value: valueInWords(field, valueAt(document, pointerOf(field, index)), context),
        },
      ];
    }),
  );

/** Entered values that are only assumed; to be confirmed on site. */
export function assumedFields(document: CaseDocument): SourcedField[] {
  const sources = document.survey?.sources ?? {};
  if (!Object.values(sources).includes("assumed")) return [];
  return sourcedFields(document).filter((f) => f.value !== null && ownValue(sources, f.key) === "assumed");
}
