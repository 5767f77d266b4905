/** The words and options of a field, as they follow from the case. */
import { useRef } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import {
  controlPart,
  type FieldDefinition,
  type FieldOption,
  fieldKey,
  hintOf,
  isAsked,
  labelOf,
  memberExists,
  memberOf,
  optionsOf,
} from "#core/case/fields/field.ts";
import type { UnitNames } from "#core/quantity/parse.ts";
import { fieldContext } from "#core/rules/field-context.ts";
import { useJobPart } from "#ui/job-store/use-job.tsx";

export interface FieldWords {
  isAsked: boolean;
  label: string;
  hint: string | undefined;
  /** Its key in the sources. */
  key: string;
  options: readonly FieldOption[];
  fallback: string | undefined;
  placeholder: string | undefined;
  units: UnitNames;
  /** Unit that is meant where none is typed. */
  unit: string;
  /** Labels of the two ends of a daily window, and its usual times. */
  ends: readonly [string, string];
  usualWindow: { from: string; to: string };
}

const NO_WINDOW = { from: "", to: "" };

function wordsOf(field: FieldDefinition, document: CaseDocument, index: readonly number[]): FieldWords {
  const context = fieldContext(document, index);
  const { control } = field;
  const asked = isAsked(field, context);
  return {
    isAsked: asked,
    label: labelOf(field, context),
    hint: asked ? hintOf(field, context) : undefined,
    key: fieldKey(field, memberOf(field, document, index)),
    options: optionsOf(control, context),
    fallback: control.kind === "choice" && control.fallback ? controlPart(control.fallback, context) : undefined,
    placeholder:
      "placeholder" in control && control.placeholder ? controlPart(control.placeholder, context) : undefined,
    units: "units" in control ? controlPart(control.units, context) : {},
    unit: "usual" in control && control.kind !== "window" ? controlPart(control.usual, context) : "",
    ends:
      control.kind === "window"
        ? [controlPart(control.ends[0], context), controlPart(control.ends[1], context)]
        : ["", ""],
    usualWindow: control.kind === "window" ? controlPart(control.usual, context) : NO_WINDOW,
  };
}

/**
 * The words of a field; the same object while none of them changes.
 * @param index of its lists, outermost first
 */
export function useFieldWords(field: FieldDefinition, index: readonly number[]): FieldWords | null {
  const last = useRef<{ document: CaseDocument; text: string; words: FieldWords } | null>(null);
  return useJobPart(({ document }) => {
    if (last.current?.document === document) return last.current.words;
    // A member that has just been removed is still drawn for a moment.
    if (!memberExists(field, document, index)) return last.current?.words ?? null;
    const words = wordsOf(field, document, index);
    const text = JSON.stringify(words);
    last.current = { document, text, words: last.current?.text === text ? last.current.words : words };
    return last.current.words;
  });
}
