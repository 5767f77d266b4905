/** Fields that are typed into, bound to a place in the case: they edit it as one types, and check it at the field. */
import { Input, type InputProps } from "antd";
import type { ReactNode } from "react";
import { setValue, valueAt } from "#core/case/document/set-value.ts";
import type { DailyWindow } from "#core/case/document/types.ts";
import type { Conventions } from "#core/conventions.ts";
import { AMBIENT_C } from "#core/limits.ts";
import { parseConductorSizes, showConductorSizes } from "#core/quantity/conductor-sizes.ts";
import { parseQuantity, TEMPERATURE_UNITS, type UnitNames } from "#core/quantity/parse.ts";
import { showTemperature } from "#core/units.ts";
import { useJobStore } from "#ui/job-store/use-job.tsx";
import { CaseFrame, type CaseFrameProps, type SourceKeys } from "./case-frame.tsx";
import { useCaseText } from "./use-case-text.ts";

/** Props of an Ant Design input for the text of a field. */
const inputOf = (field: ReturnType<typeof useCaseText>) => ({
  value: field.text,
  status: field.problem ? ("error" as const) : ("" as const),
  onChange: (event: { target: { value: string } }) => field.change(event.target.value),
  onBlur: field.leave,
});

interface TextProps extends SourceKeys {
  label: string;
  pointer: string;
  hint?: ReactNode;
  placeholder?: string;
  wide?: boolean;
}

/** A line of text. */
export function CaseText({ label, pointer, hint, placeholder, source, wide }: TextProps) {
  const field = useCaseText<string>({ pointer, source, show: (v) => v ?? "", read: (text) => ({ value: text }) });
  return (
    <CaseFrame
      label={label}
      pointer={pointer}
      hint={field.hint ?? hint}
      problem={field.problem}
      source={source}
      wide={wide}
    >
      {(controlProps) => <Input {...controlProps} {...inputOf(field)} placeholder={placeholder} />}
    </CaseFrame>
  );
}

/** Several lines of text. */
export function CaseLines({ label, pointer, placeholder }: Pick<TextProps, "label" | "pointer" | "placeholder">) {
  const field = useCaseText<string>({ pointer, show: (v) => v ?? "", read: (text) => ({ value: text || undefined }) });
  return (
    <CaseFrame label={label} pointer={pointer} hint={field.hint} problem={field.problem}>
      {(controlProps) => <Input.TextArea {...controlProps} {...inputOf(field)} rows={2} placeholder={placeholder} />}
    </CaseFrame>
  );
}

interface NumberProps extends SourceKeys {
  label: string;
  pointer: string;
  units: UnitNames;
  usual: string;
  hint?: ReactNode;
  /** Typed units in one stored unit, as where a wall is typed in inches and stored in feet. */
  perKept?: number;
  /** An empty field means the value is not known: null, or the field taken away; or it may not be empty. */
  empty?: "null" | "absent" | "refused";
}

interface FigureFieldProps extends Omit<CaseFrameProps, "children"> {
  field: ReturnType<typeof useCaseText>;
  input: Pick<InputProps, "inputMode" | "placeholder" | "suffix">;
}

/** The frame and the input of a figure. */
function FigureField({ field, input, hint, ...frame }: FigureFieldProps) {
  return (
    <CaseFrame {...frame} hint={field.hint ?? hint}>
      {(controlProps) => (
        <Input {...controlProps} {...inputOf(field)} {...input} className="figure" autoComplete="off" />
      )}
    </CaseFrame>
  );
}

const tidy = (value: number) => String(Number(value.toFixed(4)));

/** A limit of the case in a problem, in the unit that is typed. */
const inTypedUnit = (problem: string | null, perKept: number) =>
  problem?.replace(/\d+(\.\d+)?/g, (limit) => tidy(Number(limit) * perKept)) ?? null;

/** A number with a fixed unit, typed with or without it: `100`, `100 A`. */
export function CaseNumber(props: NumberProps) {
  const { label, pointer, units, usual, hint, perKept = 1, empty = "absent", source, assumed } = props;
  const field = useCaseText<number>({
    pointer,
    source: source ?? assumed,
    show: (v) => (v === undefined || v === null ? "" : tidy(v * perKept)),
    read: (text) => {
      if (text.trim() === "" && empty === "refused") return { problem: "is required" };
      if (text.trim() === "") return { value: empty === "null" ? null : undefined };
      const read = parseQuantity(text, units, usual);
      return "problem" in read ? read : { value: read.value / perKept };
    },
  });
  return (
    <FigureField
      {...{ label, pointer, source, assumed, hint, field }}
      problem={perKept === 1 ? field.problem : inTypedUnit(field.problem, perKept)}
      input={{ inputMode: "decimal", suffix: usual }}
    />
  );
}

/** Several numbers with one unit, typed with commas between them: `16, 20, 32`. */
export function CaseNumbers(
  props: Pick<NumberProps, "label" | "pointer" | "units" | "usual" | "hint"> & { placeholder: string },
) {
  const { label, pointer, units, usual, hint, placeholder } = props;
  const field = useCaseText<number[]>({
    pointer,
    show: (v) => (v ?? []).map(tidy).join(", "),
    read: (text) => {
      const numbers: number[] = [];
      for (const part of text.split(/[,;]|\s+(?=\d)/).filter((typed) => typed.trim() !== "")) {
        const read = parseQuantity(part, units, usual);
        if ("problem" in read) return read;
        numbers.push(read.value);
      }
      return { value: numbers.length > 0 ? numbers : undefined };
    },
  });
  return (
    <FigureField
      {...{ label, pointer, hint, field }}
      problem={field.problem?.replace(/^\d+ /, "")}
      input={{ inputMode: "decimal", placeholder, suffix: usual }}
    />
  );
}

interface SizesProps {
  label: string;
  pointer: string;
  hint?: ReactNode;
  placeholder: string;
  /** Sizes that are made. */
  known: readonly string[];
}

/** Conductor sizes, typed with commas between them: `3 x 12 AWG, 10 AWG`. */
export function CaseSizes({ label, pointer, hint, placeholder, known }: SizesProps) {
  const field = useCaseText<(string | { size: string })[]>({
    pointer,
    show: (v) => showConductorSizes((v ?? []).map((held) => (typeof held === "string" ? held : held.size))),
    read: (text) => {
      const read = parseConductorSizes(text, known);
      return "problem" in read ? read : { value: read.length > 0 ? read : undefined };
    },
  });
  return <FigureField {...{ label, pointer, hint, field }} problem={field.problem} input={{ placeholder }} />;
}

/** A quantity that keeps the unit it was typed in: `1850 ft2`, `96 m2`. */
export function CaseQuantity({ label, pointer, units, usual, hint, empty = "absent", source, assumed }: NumberProps) {
  const field = useCaseText<{ value: number; unit: string }>({
    pointer,
    source: source ?? assumed,
    show: (v) => (v ? `${tidy(v.value)} ${v.unit}` : ""),
    read: (text) => {
      if (text.trim() === "") return { value: empty === "null" ? null : undefined };
      const read = parseQuantity(text, units, usual);
      return "problem" in read ? read : { value: read };
    },
  });
  return (
    <FigureField
      {...{ label, pointer, source, assumed, hint, field }}
      problem={field.problem?.replace(/^(value|unit) /, "")}
      input={{ placeholder: `in ${usual}` }}
    />
  );
}

/** A temperature, stored in °C; typed in either unit, the country's by default. */
export function CaseTemperature(props: { label: string; pointer: string; conventions: Conventions; hint?: ReactNode }) {
  const { label, pointer, conventions, hint } = props;
  const usual = conventions.temperature;
  const field = useCaseText<number>({
    pointer,
    show: (v) => (v === undefined || v === null ? "" : tidy(usual === "F" ? v * 1.8 + 32 : v)),
    read: (text) => {
      if (text.trim() === "") return { value: undefined };
      const read = parseQuantity(text, TEMPERATURE_UNITS, usual);
      if ("problem" in read) return read;
      const celsius = read.unit === "F" ? (read.value - 32) / 1.8 : read.value;
      const [least, most] = AMBIENT_C;
      if (celsius < least || celsius > most)
        return {
          problem: `must be from ${showTemperature(least, conventions)} to ${showTemperature(most, conventions)}`,
        };
      return { value: Number(celsius.toFixed(4)) };
    },
  });
  return <FigureField {...{ label, pointer, hint, field }} problem={field.problem} input={{ suffix: `°${usual}` }} />;
}

interface TimeProps {
  label: string;
  pointer: string;
  assumed: string;
  /** The other end of the window, and its usual time. */
  partner: { pointer: string; usual: string; assumed: string };
}

/** A time of day, `20:00`, as the browser or the phone lets it be picked. */
function CaseTime({ label, pointer, assumed, partner }: TimeProps) {
  const store = useJobStore();
  const field = useCaseText<string>({
    pointer,
    source: assumed,
    show: (v) => v ?? "",
    read: (text) => ({ value: text || undefined }),
  });
  return (
    <CaseFrame label={label} pointer={pointer} hint={field.hint} problem={field.problem} assumed={assumed}>
      {(controlProps) => (
        <Input
          {...controlProps}
          {...inputOf(field)}
          type="time"
          className="figure"
          onChange={(e) => {
            const { document } = store.getState();
            const window = pointer.slice(0, pointer.lastIndexOf("/"));
            // A window has two ends: the first one typed brings the other with its usual time, which is no answer yet.
            if (e.target.value && !valueAt(document, window)) {
              const ends = {
                [pointer.split("/").at(-1) as string]: e.target.value,
                [partner.pointer.split("/").at(-1) as string]: partner.usual,
              };
              const mark = setValue(document, `/survey/sources/${partner.assumed}`, "assumed");
              store.edit([...setValue(document, window, ends), ...mark]);
            } else if (e.target.value) field.change(e.target.value);
          }}
        />
      )}
    </CaseFrame>
  );
}

/** The two ends of a daily window, each with its usual time for when the other is typed first. */
export function CaseWindow({
  pointer,
  labels,
  usual,
}: {
  pointer: string;
  labels: { from: string; to: string };
  usual: DailyWindow;
}) {
  const [start, end] = [`${pointer}/from`, `${pointer}/to`];
  const [startKey, endKey] = [start, end].map((at) => at.slice(1).replaceAll("/", ".")) as [string, string];
  return (
    <>
      <CaseTime
        label={labels.from}
        pointer={start}
        assumed={startKey}
        partner={{ pointer: end, usual: usual.to, assumed: endKey }}
      />
      <CaseTime
        label={labels.to}
        pointer={end}
        assumed={endKey}
        partner={{ pointer: start, usual: usual.from, assumed: startKey }}
      />
    </>
  );
}
