/** The frame of a field of the case: what is wrong goes on after its label, and a value says where it came from. */
import { Field, type FieldProps } from "#ui/field/field.tsx";
import { AssumedMark, SourceOf } from "./source-of.tsx";

/** A value says where it came from: always, or only while Heron assumed it. Both by its key in the survey's sources. */
export interface Sourced {
  source?: string | undefined;
  assumed?: string | undefined;
}

interface CaseFrameProps extends Omit<FieldProps, "aside">, Sourced {}

/** @param problem as it goes on after the label: "must be greater than 0" */
export const CaseFrame = ({ source, assumed, problem, ...field }: CaseFrameProps) => (
  <Field
    {...field}
    problem={problem && `${field.label} ${problem}`}
    aside={
      source ? (
        <SourceOf field={source} label={field.label} />
      ) : (
        assumed && <AssumedMark field={assumed} label={field.label} />
      )
    }
  />
);
