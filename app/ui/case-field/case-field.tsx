/** Fields bound to a place in the case: they show it, check what is typed at the field, and edit as one types. */
import { Input, Segmented, Select, Switch } from "antd";
import { type ReactNode, useEffect, useId, useRef, useState } from "react";
import { setValue, valueAt } from "#core/case/document/set-value.ts";
import type { Conductor } from "#core/case/document/types.ts";
import { clashProblem, fieldProblem } from "#core/case/laws/field.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { parseQuantity, type UnitNames } from "#core/quantity/parse.ts";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import styles from "./case-field.module.css";
import { SourceOf } from "./source-of.tsx";

interface FrameProps {
  label: string;
  hint?: ReactNode;
  /** The field's name in the survey's list of sources, where it says where its value came from. */
  source?: string;
  problem?: string | null;
  id: string;
  children: ReactNode;
}

function FieldFrame({ label, hint, problem, id, source, children }: FrameProps) {
  return (
    <div className={styles.field}>
      <span className={styles.top}>
        <label htmlFor={id}>{label}</label>
        {source && <SourceOf field={source} label={label} />}
      </span>
      {children}
      {problem ? (
        <span id={`${id}-problem`} role="alert" className={styles.problem}>
          {label} {problem}
        </span>
      ) : (
        hint && <span className={styles.hint}>{hint}</span>
      )}
    </div>
  );
}

interface TextSync<T> {
  pointer: string;
  show(value: T | undefined): string;
  /** The value that the text means, or what was not understood. */
  read(text: string): { value: T | null | undefined } | { problem: string };
}

/**
 * Keeps what is typed and what the case holds together: typing edits the case when it is understood, and stays in the
 * field when it is not; a change from elsewhere shows in the field unless one is typing there.
 */
export function useCaseText<T>({ pointer, show, read }: TextSync<T>) {
  const store = useJobStore();
  const held = useJobPart((state) => valueAt(state.document, pointer)) as T | undefined;
  const shown = show(held);
  const [text, setText] = useState(shown);
  const [problem, setProblem] = useState<string | null>(null);
  const typing = useRef(false);
  /** How the case shows what was typed here last; anything else in the case came from elsewhere. */
  const own = useRef(shown);
  const stuck = useRef(false);
  stuck.current = problem !== null;
  useEffect(() => {
    if (typing.current && (shown === own.current || stuck.current)) return;
    setText(shown);
    setProblem(null);
  }, [shown]);

  return {
    text,
    problem,
    change(typed: string) {
      typing.current = true;
      setText(typed);
      const understood = read(typed);
      if ("problem" in understood) return setProblem(understood.problem);
      const { value } = understood;
      // Against the case as it is now, which may be ahead of what is drawn.
      const { document } = store.getState();
      const wrong =
        (value === undefined || value === null ? null : fieldProblem(pointer, value)) ??
        clashProblem(document, pointer, value);
      setProblem(wrong);
      if (wrong) return;
      own.current = show((value ?? undefined) as T | undefined);
      store.edit(setValue(document, pointer, value), pointer);
    },
    leave() {
      typing.current = false;
      if (!problem) setText(show(valueAt(store.getState().document, pointer) as T | undefined));
    },
  };
}

/** A line of text. */
export function CaseText({
  label,
  pointer,
  hint,
  placeholder,
  source,
}: {
  label: string;
  pointer: string;
  hint?: string;
  placeholder?: string;
  source?: string;
}) {
  const id = useId();
  const field = useCaseText<string>({ pointer, show: (v) => v ?? "", read: (text) => ({ value: text }) });
  return (
    <FieldFrame label={label} hint={hint} problem={field.problem} id={id} source={source}>
      <Input
        id={id}
        value={field.text}
        placeholder={placeholder}
        status={field.problem ? "error" : ""}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
      />
    </FieldFrame>
  );
}

interface NumberProps {
  label: string;
  pointer: string;
  units: UnitNames;
  usual: string;
  hint?: ReactNode;
  /** An empty field means the value is not known: null, or the field taken away; or it may not be empty. */
  empty?: "null" | "absent" | "refused";
  source?: string;
}

const tidy = (value: number) => String(Number(value.toFixed(4)));

/** A number with a fixed unit, typed with or without it: `100`, `100 A`. */
export function CaseNumber({ label, pointer, units, usual, hint, empty = "absent", source }: NumberProps) {
  const id = useId();
  const field = useCaseText<number>({
    pointer,
    show: (v) => (v === undefined || v === null ? "" : tidy(v)),
    read: (text) => {
      if (text.trim() === "" && empty === "refused") return { problem: "is required" };
      if (text.trim() === "") return { value: empty === "null" ? null : undefined };
      return parseQuantity(text, units, usual);
    },
  });
  return (
    <FieldFrame label={label} hint={hint} problem={field.problem} id={id} source={source}>
      <Input
        id={id}
        className="figure"
        inputMode="decimal"
        autoComplete="off"
        value={field.text}
        suffix={usual}
        status={field.problem ? "error" : ""}
        aria-describedby={field.problem ? `${id}-problem` : undefined}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
      />
    </FieldFrame>
  );
}

/** A quantity that keeps the unit it was typed in: `1850 ft2`, `96 m2`. */
export function CaseQuantity({ label, pointer, units, usual, hint, empty = "absent", source }: NumberProps) {
  const id = useId();
  const field = useCaseText<{ value: number; unit: string }>({
    pointer,
    show: (v) => (v ? `${tidy(v.value)} ${v.unit}` : ""),
    read: (text) => {
      if (text.trim() === "") return { value: empty === "null" ? null : undefined };
      const read = parseQuantity(text, units, usual);
      return "problem" in read ? read : { value: read };
    },
  });
  return (
    <FieldFrame
      label={label}
      hint={hint}
      problem={field.problem?.replace(/^(value|unit) /, "")}
      id={id}
      source={source}
    >
      <Input
        id={id}
        className="figure"
        autoComplete="off"
        placeholder={`in ${usual}`}
        value={field.text}
        status={field.problem ? "error" : ""}
        aria-describedby={field.problem ? `${id}-problem` : undefined}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
      />
    </FieldFrame>
  );
}

/** A time of day, `20:00`. */
export function CaseTime({
  label,
  pointer,
  partner,
}: {
  label: string;
  pointer: string;
  partner: { pointer: string; usual: string };
}) {
  const id = useId();
  const store = useJobStore();
  const field = useCaseText<string>({ pointer, show: (v) => v ?? "", read: (text) => ({ value: text || undefined }) });
  return (
    <FieldFrame label={label} problem={field.problem} id={id}>
      <Input
        id={id}
        type="time"
        className="figure"
        value={field.text}
        status={field.problem ? "error" : ""}
        onChange={(e) => {
          const { document } = store.getState();
          const [, part, key] = pointer.split("/");
          const window = `/${part}/${key}`;
          // A window has two ends: the first one typed brings the other with its usual time.
          if (e.target.value && !valueAt(document, window)) {
            const ends = {
              [pointer.split("/").at(-1) as string]: e.target.value,
              [partner.pointer.split("/").at(-1) as string]: partner.usual,
            };
            store.edit(setValue(document, window, ends));
          } else if (e.target.value) field.change(e.target.value);
        }}
        onBlur={field.leave}
      />
    </FieldFrame>
  );
}

type Option<T> = { value: T; label: string };

/** One of a few: a row of buttons, or a list where there are many. */
export function CaseChoice<T extends string | number>(props: {
  label: string;
  pointer: string;
  options: readonly Option<T>[];
  fallback?: T;
  hint?: ReactNode;
  source?: string;
}) {
  const { label, pointer, options, fallback, hint, source } = props;
  const id = useId();
  const store = useJobStore();
  const value = useJobPart((state) => valueAt(state.document, pointer) as T | undefined) ?? fallback;
  const [problem, setProblem] = useState<string | null>(null);
  const choose = (next: T) => {
    const { document } = store.getState();
    const wrong = clashProblem(document, pointer, next);
    setProblem(wrong);
    if (!wrong) store.edit(setValue(document, pointer, next));
  };
  const few = options.reduce((n, o) => n + o.label.length, 0) <= 18;
  return (
    <FieldFrame label={label} hint={hint} problem={problem} id={id} source={source}>
      {few ? (
        <Segmented
          id={id}
          name={id}
          options={[...options]}
          value={value ?? ("" as T)}
          onChange={choose}
          block
          aria-label={label}
        />
      ) : (
        <Select
          id={id}
          options={[...options]}
          value={value}
          onChange={choose}
          placeholder="Choose"
          aria-label={label}
        />
      )}
    </FieldFrame>
  );
}

/** Yes or no. */
export function CaseSwitch({
  label,
  pointer,
  fallback = false,
  hint,
  source,
}: {
  label: string;
  pointer: string;
  fallback?: boolean;
  hint?: string;
  source?: string;
}) {
  const id = useId();
  const store = useJobStore();
  const value = useJobPart((state) => valueAt(state.document, pointer) as boolean | undefined) ?? fallback;
  return (
    <div className={styles.switch}>
      <Switch
        id={id}
        checked={value}
        checkedChildren="yes"
        unCheckedChildren="no"
        onChange={(next) => store.edit(setValue(store.getState().document, pointer, next))}
      />
      <label htmlFor={id}>{label}</label>
      {source && <SourceOf field={source} label={label} />}
      {hint && <span className={styles.hint}>{hint}</span>}
    </div>
  );
}

const YES_NO = [
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
];

/** Yes, no, or nobody has looked: neither is taken for granted. */
export function CaseYesNo({
  label,
  pointer,
  hint,
  source,
}: {
  label: string;
  pointer: string;
  hint?: string;
  source?: string;
}) {
  const id = useId();
  const store = useJobStore();
  const value = useJobPart((state) => valueAt(state.document, pointer) as boolean | undefined);
  return (
    <FieldFrame
      label={label}
      hint={value === undefined ? "nobody has looked yet" : hint}
      id={id}
      source={value === undefined ? undefined : source}
    >
      <Segmented
        id={id}
        name={id}
        options={YES_NO}
        value={value === undefined ? "" : value ? "yes" : "no"}
        onChange={(next) => store.edit(setValue(store.getState().document, pointer, next === "yes"))}
        block
        aria-label={label}
      />
    </FieldFrame>
  );
}

/** Several lines of text. */
export function CaseLines({ label, pointer, placeholder }: { label: string; pointer: string; placeholder?: string }) {
  const id = useId();
  const field = useCaseText<string>({ pointer, show: (v) => v ?? "", read: (text) => ({ value: text || undefined }) });
  return (
    <FieldFrame label={label} problem={field.problem} id={id}>
      <Input.TextArea
        id={id}
        rows={2}
        value={field.text}
        placeholder={placeholder}
        status={field.problem ? "error" : ""}
        onChange={(e) => field.change(e.target.value)}
        onBlur={field.leave}
      />
    </FieldFrame>
  );
}

/** A conductor: size first, then metal and wiring method. */
export function CaseConductor(props: {
  label: string;
  pointer: string;
  codebook: Codebook;
  source?: string;
  /** Tails and service conductors: the size says it all. */
  sizeOnly?: boolean;
}) {
  const { label, pointer, codebook, source, sizeOnly } = props;
  const { survey, asksFor } = codebook;
  const id = useId();
  const store = useJobStore();
  const held = useJobPart((state) => valueAt(state.document, pointer)) as Conductor | null | undefined;
  const set = (conductor: Conductor | null) => store.edit(setValue(store.getState().document, pointer, conductor));
  return (
    <FieldFrame label={label} id={id} source={source}>
      <div className={styles.conductor}>
        <Select
          id={id}
          showSearch
          allowClear
          aria-label={`${label}: size`}
          placeholder="Size"
          value={held?.size}
          options={survey.conductorSizes.map((size) => ({ value: size, label: size.replace("mm2", "mm²") }))}
          onChange={(size) =>
            set(size ? { ...(!asksFor.conductorMetal && { material: "cu" as const }), ...held, size } : null)
          }
        />
        {held && asksFor.conductorMetal && (
          <Segmented
            aria-label={`${label}: metal`}
            options={[
              { value: "cu", label: "Cu" },
              { value: "al", label: "Al" },
            ]}
            value={held.material ?? ""}
            onChange={(material) => set({ ...held, material: material as "cu" | "al" })}
          />
        )}
        {held && !sizeOnly && (
          <Select
            aria-label={`${label}: wiring method`}
            placeholder="Wiring method"
            value={held.type}
            options={[...survey.conductorTypes]}
            onChange={(type) => set({ ...held, type })}
          />
        )}
      </div>
    </FieldFrame>
  );
}

/** Fields side by side, as many as fit. */
export function Fields({ children }: { children: ReactNode }) {
  return <div className={styles.fields}>{children}</div>;
}
