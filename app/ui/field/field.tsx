/** A field with its label, and the messages below it: a hint, or its problem; both are connected to the control. */
import { type ReactNode, useId } from "react";
import styles from "./field.module.css";

/** Connects a control to its label and to the messages below it. */
export interface ControlProps {
  id: string;
  "aria-describedby": string | undefined;
  "aria-invalid": true | undefined;
}

export interface FieldProps {
  label: string;
  /** Beside the label. */
  aside?: ReactNode;
  hint?: ReactNode;
  /** The problem, as a sentence. */
  problem?: string | null | undefined;
  /** Takes the room of two fields, for long text. */
  wide?: boolean;
  /** Goes before the words under it. */
  notice?: ReactNode;
  /** Another person is in this field. */
  isShared?: boolean;
  /** Its place in the case. */
  pointer?: string | undefined;
  children(controlProps: ControlProps): ReactNode;
}

export function Field({
  label,
  aside,
  hint,
  problem,
  wide = false,
  notice,
  isShared = false,
  pointer,
  children,
}: FieldProps) {
  const id = useId();
  const words = `${id}-words`;
  return (
    <div className={styles.field} data-wide={wide} data-pointer={pointer} data-shared={isShared || undefined}>
      <span className={styles.top}>
        <label htmlFor={id}>{label}</label>
        {aside}
      </span>
      {children({
        id,
        "aria-describedby": problem || hint ? words : undefined,
        "aria-invalid": problem ? true : undefined,
      })}
      {notice ||
        (problem ? (
          <span id={words} role="alert" className={styles.problem}>
            {problem}
          </span>
        ) : (
          hint && (
            <span id={words} className={styles.hint}>
              {hint}
            </span>
          )
        ))}
    </div>
  );
}

/** Fields side by side, as many as fit, on one grid. */
export function Fields({ children }: { children: ReactNode }) {
  return <div className={styles.fields}>{children}</div>;
}
