/** Fields that are chosen, bound to a place in the case. */
import { Segmented, Select } from "antd";
import { type ReactNode, useState } from "react";
import { valueAt } from "#core/case/document/set-value.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { CaseFrame, type SourceKeys } from "./case-frame.tsx";
import { YesNoSwitch } from "./yes-no-switch.tsx";

/** The value at a pointer of the case, and its setter. */
function useCaseValue<T>(pointer: string, { source, assumed }: SourceKeys) {
  const store = useJobStore();
  const value = useJobPart((state) => valueAt(state.document, pointer) as T | undefined);
  const [problem, setProblem] = useState<string | null>(null);
  const set = (next: T | undefined) => setProblem(store.trySet(pointer, next, undefined, source ?? assumed));
  return { value, set, problem };
}

type Option<T> = { value: T; label: string };

const NONE = "";

/** Most characters that fit as buttons; more become a list. */
const FEW_LETTERS = 18;

/** One of a few: a row of buttons, or a list where there are many. */
export function CaseChoice<T extends string | number>(
  props: SourceKeys & {
    label: string;
    pointer: string;
    options: readonly Option<T>[];
    fallback?: T;
    /** Label of the empty choice, which allows taking a choice back. */
    none?: string;
    hint?: ReactNode;
  },
) {
  const { label, pointer, fallback, none, hint, source, assumed } = props;
  const options = none === undefined ? props.options : [{ value: NONE as T, label: none }, ...props.options];
  const held = useCaseValue<T>(pointer, props);
  const value = held.value ?? fallback ?? (none === undefined ? undefined : (NONE as T));
  const choose = (next: T) => held.set(next === NONE ? undefined : next);
  const few = options.reduce((n, o) => n + o.label.length, 0) <= FEW_LETTERS;
  return (
    <CaseFrame label={label} pointer={pointer} hint={hint} problem={held.problem} source={source} assumed={assumed}>
      {(controlProps) =>
        few ? (
          <Segmented
            tabIndex={-1}
            {...controlProps}
            name={controlProps.id}
            options={[...options]}
            value={value ?? ("" as T)}
            onChange={choose}
            block
            aria-label={label}
          />
        ) : (
          <Select
            {...controlProps}
            options={[...options]}
            value={value}
            onChange={choose}
            placeholder="Choose"
            status={held.problem ? "error" : ""}
            aria-label={label}
          />
        )
      }
    </CaseFrame>
  );
}

interface SwitchProps extends SourceKeys {
  label: string;
  pointer: string;
  fallback?: boolean;
  hint?: ReactNode;
}

/** Yes or no. */
export function CaseSwitch({ label, pointer, fallback = false, hint, source }: SwitchProps) {
  const { value = fallback, set, problem } = useCaseValue<boolean>(pointer, { source });
  return (
    <CaseFrame label={label} pointer={pointer} hint={hint} problem={problem} source={source}>
      {(controlProps) => <YesNoSwitch {...controlProps} checked={value} onChange={set} />}
    </CaseFrame>
  );
}

const YES_NO = [
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];

/** Yes, no, or not looked at yet: neither answer is assumed. */
export function CaseYesNo({ label, pointer, hint, source }: Omit<SwitchProps, "fallback">) {
  const { value, set, problem } = useCaseValue<boolean>(pointer, { source });
  const looked = value !== undefined;
  return (
    <CaseFrame
      label={label}
      pointer={pointer}
      hint={looked ? hint : "not looked at yet"}
      problem={problem}
      source={looked ? source : undefined}
    >
      {(controlProps) => (
        <Segmented
          tabIndex={-1}
          {...controlProps}
          name={controlProps.id}
          options={YES_NO}
          value={looked ? (value ? "yes" : "no") : ""}
          onChange={(next) => set(next === "yes")}
          block
          aria-label={label}
        />
      )}
    </CaseFrame>
  );
}
