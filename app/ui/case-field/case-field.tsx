/** A field of the case on a screen: the control, label, unit and source that its description names. */
import type { ReactNode } from "react";
import { type FieldDefinition, type FieldOption, pointerOf } from "#core/case/fields/field.ts";
import { codebookOf } from "#core/rules/index.ts";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { CaseChoice, CaseSwitch, CaseYesNo } from "./case-choices.tsx";
import { CaseConductor } from "./case-conductor.tsx";
import {
  CaseLines,
  CaseNumber,
  CaseNumbers,
  CaseQuantity,
  CaseSizes,
  CaseTemperature,
  CaseText,
  CaseWindow,
} from "./case-inputs.tsx";
import { useFieldWords } from "./use-field-words.ts";

const NO_LISTS: readonly number[] = [];

interface Props {
  of: FieldDefinition;
  /** Indexes of its lists, outermost first. */
  index?: readonly number[];
  /** Options of a choice that only the screen knows. */
  options?: readonly FieldOption[];
  /** Goes before the hint of the description. */
  hint?: ReactNode;
  /** Typed units in one stored unit, as where a wall is typed in inches and stored in feet. */
  perKept?: number;
}

/** Draws nothing where the rules or the case do not ask for the field. */
export function CaseField({ of: field, index = NO_LISTS, options, hint, perKept }: Props) {
  const words = useFieldWords(field, index);
  const codebook = useJobPart(({ document }) => codebookOf(document.rules));
  if (!words?.isAsked) return null;
  const { control, source } = field;
  const { label, key, unit, units, placeholder } = words;
  const shared = {
    label,
    pointer: pointerOf(field, index),
    hint: hint ?? words.hint,
    ...(source === "always" && { source: key }),
    ...(source === "assumed" && { assumed: key }),
  };
  const placed = placeholder === undefined ? {} : { placeholder };
  const emptied = "empty" in control && control.empty ? { empty: control.empty } : {};
  switch (control.kind) {
    case "text":
      return <CaseText {...shared} {...placed} wide={control.wide ?? false} />;
    case "lines":
      return <CaseLines {...shared} {...placed} />;
    case "number":
      return <CaseNumber {...shared} {...emptied} units={units} usual={unit} {...(perKept && { perKept })} />;
    case "numbers":
      return <CaseNumbers {...shared} units={units} usual={unit} placeholder={placeholder ?? ""} />;
    case "sizes":
      return <CaseSizes {...shared} placeholder={control.placeholder} known={codebook.survey.conductorSizes} />;
    case "quantity":
      return <CaseQuantity {...shared} {...emptied} units={units} usual={unit} />;
    case "temperature":
      return <CaseTemperature {...shared} conventions={codebook.conventions} />;
    case "window":
      return <CaseWindow pointer={shared.pointer} labels={words.ends} usual={words.usualWindow} />;
    case "choice":
      return (
        <CaseChoice
          {...shared}
          options={options ?? words.options}
          {...(words.fallback !== undefined && { fallback: words.fallback })}
          {...(control.none !== undefined && { none: control.none })}
        />
      );
    case "yes-no":
      return <CaseYesNo {...shared} />;
    case "switch":
      return <CaseSwitch {...shared} fallback={control.fallback ?? false} />;
    case "conductor":
      return <CaseConductor {...shared} codebook={codebook} sizeOnly={control.sizeOnly ?? false} />;
    case "own":
      throw new Error(`${field.at} has a control of its own`);
  }
}
