/**
 * A field of the case, described once: its label, control, unit, source, and what it is called while it is unknown.
 * Screens, search, sources, changes in words and missing values read this description.
 */
import { ownValue } from "#core/own-value.ts";
import type { UnitNames } from "#core/quantity/parse.ts";
import { showA, showNumber, showOhm, showSize } from "#core/units.ts";
import { valueAt } from "../document/set-value.ts";
import type { CaseDocument } from "../document/types.ts";
import type { FieldRules } from "./field-rules.ts";
import { memberName } from "./names.ts";
import type { StepId } from "./steps.ts";

/** A case and a place in it: the input of every computed text of a field. */
export interface FieldContext {
  document: CaseDocument;
  rules: FieldRules;
  /** Indexes of the lists on the way to the field, outermost first; empty for a field outside of lists. */
  index: readonly number[];
}

/** A constant, or a function of the case and its rules. */
type Computed<T> = T | ((context: FieldContext) => T);

export interface FieldOption {
  value: string | number;
  label: string;
}

/** How a field is entered. */
export type FieldControl =
  | { kind: "text"; placeholder?: Computed<string>; wide?: true }
  | { kind: "lines"; placeholder?: string }
  | {
      kind: "number";
      units: Computed<UnitNames>;
      /** Unit that is meant where none is typed; empty for a bare number. */
      usual: Computed<string>;
      /** How an empty input is stored: the value is removed by default, set to null, or the input is refused. */
      empty?: "null" | "refused";
    }
  | { kind: "numbers"; units: UnitNames; usual: string; placeholder: Computed<string> }
  /** Conductor sizes, typed with commas between them. */
  | { kind: "sizes"; placeholder: string }
  | { kind: "quantity"; units: UnitNames; usual: Computed<string>; empty?: "null" }
  | { kind: "temperature" }
  | {
      kind: "window";
      ends: Readonly<Record<"from" | "to", Computed<string>>>;
      usual: Computed<{ from: string; to: string }>;
    }
  /** Without options the screen gives them. `none` labels the empty choice. */
  | { kind: "choice"; options?: Computed<readonly FieldOption[]>; fallback?: Computed<string | number>; none?: string }
  /** Yes, no, or not looked at yet. */
  | { kind: "yes-no" }
  | { kind: "switch"; fallback?: boolean }
  | { kind: "conductor"; sizeOnly?: true }
  /** A control that only this field has, on its screen. */
  | { kind: "own" };

export interface FieldDefinition {
  /** JSON pointer into the case, with `*` for each list index. */
  at: string;
  step: StepId;
  /** The part of the step's sheet. */
  section: Computed<string>;
  label: Computed<string>;
  control: FieldControl;
  /** Whether the field is asked for; always where this is absent. */
  asked?(context: FieldContext): boolean;
  /** `always`: the value says where it came from. `assumed`: only while it is a suggestion of Heron. */
  source?: "always" | "assumed";
  /** Name of the unknown value, phrased to follow "Confirm". The label is used by default. */
  unknown?: Computed<string>;
  hint?: Computed<string | undefined>;
}

/** A constant, or what its function gives for a case. */
export const computed = <T>(value: Computed<T>, context: FieldContext): T =>
  typeof value === "function" ? (value as (context: FieldContext) => T)(context) : value;

/** Fields of one part of a sheet, by name. */
export const defineFields = <const K extends string>(
  shared: Pick<FieldDefinition, "step" | "section">,
  fields: Readonly<Record<K, Omit<FieldDefinition, "step" | "section"> & Partial<Pick<FieldDefinition, "section">>>>,
): Readonly<Record<K, FieldDefinition>> =>
  Object.fromEntries(
    Object.entries(fields).map(([name, field]) => [name, { ...shared, ...(field as Omit<FieldDefinition, "step">) }]),
  ) as Record<K, FieldDefinition>;

/** The JSON pointer of a field or a list member, with the indexes of its lists put in. */
export function pointerOf({ at }: Pick<FieldDefinition, "at">, index: readonly number[] = []): string {
  let next = 0;
  return at.replace(/\*/g, () => String(index[next++]));
}

/** The name of one member of a list in its key: panels, circuits, outlets and loads have ids, others their index. */
const KEY_OF_LIST: Readonly<Record<string, string>> = {
  panels: "panel",
  circuits: "circuit",
  outlets: "outlet",
  loads: "load",
};

/** The parts of a key before and after the id or index of the list member; outside of lists the first part is the key. */
function splitKey(at: string): readonly [before: string, after: string] {
  const parts = at.split("/").slice(1);
  const last = parts.lastIndexOf("*");
  if (last < 0) return [parts.join("."), ""];
  const list = parts[last - 1] ?? "";
  // An id identifies a member in the whole case, so the path to its list is left out.
  const before = ownValue(KEY_OF_LIST, list) ?? parts.slice(0, last).join(".");
  return [`${before}.`, ["", ...parts.slice(last + 1)].join(".")];
}
const splitKeys = new Map<string, readonly [before: string, after: string]>();

/**
 * The key of a field in `survey.sources` and among the missing values: `supply.ratingA`, `panel.main.busA`,
 * `circuit.c4.conductor`, `need.cars.0.distancePerDay`.
 * @param member the id of its panel, circuit, outlet or load, otherwise its index; left out outside of lists
 */
export function fieldKey({ at }: FieldDefinition, member: string | number = ""): string {
  const known = splitKeys.get(at) ?? splitKey(at);
  splitKeys.set(at, known);
  return `${known[0]}${member}${known[1]}`;
}

/** Every place of a field in a case: the indexes of its lists; one empty list of indexes outside of lists. */
export function instancesOf({ at }: FieldDefinition, document: CaseDocument): readonly (readonly number[])[] {
  const walk = (value: unknown, parts: readonly string[], index: readonly number[]): (readonly number[])[] => {
    const star = parts.indexOf("*");
    if (star < 0) return [index];
    const list = star === 0 ? value : valueAt(value as object, `/${parts.slice(0, star).join("/")}`);
    return Array.isArray(list) ? list.flatMap((member, i) => walk(member, parts.slice(star + 1), [...index, i])) : [];
  };
  return walk(document, at.split("/").slice(1), []);
}

/** The pointer of the list that a field belongs to, with its stars; null outside of lists. */
function listOf({ at }: FieldDefinition): string | null {
  const last = at.lastIndexOf("/*");
  return last < 0 ? null : at.slice(0, last);
}

/** The list member that a field belongs to; the case itself outside of lists, undefined where it does not exist. */
function memberIn(field: FieldDefinition, document: CaseDocument, index: readonly number[]): unknown {
  const list = listOf(field);
  return list === null ? document : valueAt(document, pointerOf({ at: `${list}/*` }, index));
}

/** Whether the list member that a field belongs to exists in a case. */
export const memberExists = (field: FieldDefinition, document: CaseDocument, index: readonly number[]): boolean =>
  memberIn(field, document, index) !== undefined;

/** The id of the list member that a field belongs to, or its index; empty outside of lists. */
export function memberOf(field: FieldDefinition, document: CaseDocument, index: readonly number[]): string | number {
  const list = listOf(field);
  if (list === null) return "";
  if (!ownValue(KEY_OF_LIST, list.split("/").at(-1) ?? "")) return index.at(-1) ?? "";
  return (memberIn(field, document, index) as { id?: string } | undefined)?.id ?? "";
}

export const labelOf = ({ label }: FieldDefinition, context: FieldContext): string => computed(label, context);
export const sectionOf = ({ section }: FieldDefinition, context: FieldContext): string => computed(section, context);
export const isAsked = ({ asked }: FieldDefinition, context: FieldContext): boolean => asked?.(context) ?? true;
export const unknownText = ({ unknown, label }: FieldDefinition, context: FieldContext): string =>
  computed(unknown ?? label, context);
export const hintOf = ({ hint }: FieldDefinition, context: FieldContext): string | undefined => computed(hint, context);
/** The options of a choice; empty where the screen gives them. */
export const optionsOf = (control: FieldControl, context: FieldContext): readonly FieldOption[] =>
  control.kind === "choice" ? computed(control.options ?? [], context) : [];

/** The member of a list that a field belongs to, within a sentence: "the main panel", "car 2"; null outside of lists. */
export function ownerOf(field: FieldDefinition, { document, rules, index }: FieldContext): string | null {
  // A list of plain values has no names: its field belongs to the member around it.
  for (let list = listOf(field), depth = index.length; list !== null; list = listOf({ ...field, at: list }), depth--) {
    const member = valueAt(document, pointerOf({ at: `${list}/*` }, index));
    const name = memberName(list, member, rules, index[depth - 1] ?? 0);
    if (name !== null) return name;
  }
  return null;
}

/** The label of a field, with the member of a list that it belongs to: "Bus rating of the main panel". */
export function fullLabelOf(field: FieldDefinition, context: FieldContext): string {
  const label = labelOf(field, context);
  const owner = ownerOf(field, context);
  return owner === null || label.toLowerCase().startsWith(owner) ? label : `${label} of ${owner}`;
}

/** A value of a field as text; null without a value, or for an object of unknown shape. */
export function valueInWords(field: FieldDefinition, value: unknown, context: FieldContext): string | null {
  if (value === null || value === undefined) return null;
  const { control } = field;
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (control.kind === "choice")
    return optionsOf(control, context).find((option) => option.value === value)?.label ?? String(value);
  if (typeof value === "number") {
    const unit = control.kind === "number" ? computed(control.usual, context) : "";
    if (unit === "A") return showA(value);
    if (unit === "ohm") return showOhm(value);
    return unit === "" ? showNumber(value) : `${showNumber(value)} ${unit}`;
  }
  if (typeof value === "string") return value;
  if (typeof value === "object" && "size" in value) return showSize(String(value.size));
  if (typeof value === "object" && "value" in value && "unit" in value)
    return `${showNumber(Number(value.value))} ${value.unit}`;
  return null;
}
