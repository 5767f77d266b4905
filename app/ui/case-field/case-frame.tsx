/** The frame of a field of the case: what is wrong goes on after its label, and a value says where it came from. */
import { Field, type FieldProps } from "#ui/field/field.tsx";
import { useWhoIsIn } from "#ui/live/presence.ts";
import styles from "./case-field.module.css";
import { useConflictNotice } from "./field-conflict.tsx";
import { AssumedMark, SourceOf } from "./source-of.tsx";

/** A value says where it came from: always, or only while Heron assumed it. Both by its key in the survey's sources. */
export interface SourceKeys {
  source?: string | undefined;
  assumed?: string | undefined;
}

export interface CaseFrameProps extends Omit<FieldProps, "aside" | "isShared" | "notice">, SourceKeys {}

/** @param problem as it goes on after the label: "must be greater than 0" */
export function CaseFrame({ source, assumed, problem, ...field }: CaseFrameProps) {
  const { label, pointer } = field;
  const who = useWhoIsIn(pointer);
  const conflict = useConflictNotice(pointer);
  return (
    <Field
      {...field}
      problem={problem && `${label} ${problem}`}
      notice={conflict}
      isShared={who !== ""}
      aside={
        who ? (
          <span className={styles.who} role="status">
            {who} is here
          </span>
        ) : source ? (
          <SourceOf field={source} label={label} pointer={pointer} />
        ) : (
          assumed && <AssumedMark field={assumed} label={label} />
        )
      }
    />
  );
}
