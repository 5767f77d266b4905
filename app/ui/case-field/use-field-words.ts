/** The words and options of a field, as they follow from the case. */
import { useRef } from "react";
import type { CaseDocument } from "#core/case/document/types.ts";
import {
  computed,
  type FieldDefinition,
  type FieldOption,
  fieldKey,
  hintOf,
  isAsked,
  labelOf,
  memberExists,
  memberOf,
  optionsOf,
  pointerOf,
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
  fallback: string | number | undefined;
  placeholder: string | undefined;
  units: UnitNames;
  /** Unit that is meant where none is typed. */
  unit: string;
  /** Labels of the two ends of a daily window, and its usual times. */
  ends: { from: string; to: string };
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
    fallback: control.kind === "choice" && control.fallback ? computed(control.fallback, context) : undefined,
    placeholder: "placeholder" in control && control.placeholder ? computed(control.placeholder, context) : undefined,
    units: "units" in control ? computed(control.units, context) : {},
    unit: "usual" in control && control.kind !== "window" ? computed(control.usual, context) : "",
    ends:
      control.kind === "window"
        ? { from: computed(control.ends.from, context), to: computed(control.ends.to, context) }
        : NO_WINDOW,
    usualWindow: control.kind === "window" ? computed(control.usual, context) : NO_WINDOW,
  };
}

/**
 * The words of a field; the same object while none of them changes.
 * @param index of its lists, outermost first
 */
export function useFieldWords(field: FieldDefinition, index: readonly number[]): FieldWords | null {
  const pointer = pointerOf(field, index);
  const last = useRef<{ pointer: string; document: CaseDocument; text: string; words: FieldWords } | null>(null);
  return useJobPart(({ document }) => {
    const known = last.current?.pointer === pointer ? last.current : null;
    if (known?.document === document) return known.words;
    // A member that has just been removed is still drawn for a moment.
    if (!memberExists(field, document, index)) return known?.words ?? null;
    const words = wordsOf(field, document, index);
    const text = JSON.stringify(words);
    last.current = { pointer, document, text, words: known?.text === text ? known.words : words };
    return last.current.words;
  });
}
