/** The frame of a field of the case: what is wrong goes on after its label, and a value says where it came from. */
import { Field, type FieldProps } from "#ui/field/field.tsx";
import { SourceOf } from "./source-of.tsx";

interface CaseFrameProps extends Omit<FieldProps, "aside"> {
  /** The field's name in the survey's list of sources, where it says where its value came from. */
  source?: string | undefined;
}

/** @param problem as it goes on after the label: "must be greater than 0" */
export const CaseFrame = ({ source, problem, ...field }: CaseFrameProps) => (
  <Field
    {...field}
    problem={problem && `${field.label} ${problem}`}
    aside={source && <SourceOf field={source} label={field.label} />}
  />
);
