/** Changes of a case in everyday words. */

import { answerInWords, questionInWords } from "#core/case/document/confirmations.ts";
import type { Patch } from "#core/case/document/patch.ts";
import { valueAt } from "#core/case/document/set-value.ts";
import { STAGE_NAMES, stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument, Circuit, Confirmation, Load } from "#core/case/document/types.ts";
import { computed, labelOf, valueInWords } from "#core/case/fields/field.ts";
import { fieldAt } from "#core/case/fields/index.ts";
import { memberName } from "#core/case/fields/names.ts";
import { ownValue } from "#core/own-value.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { fieldContext } from "#core/rules/field-context.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showKWh, showNumber, showVA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import { capital, lower } from "#core/words.ts";
import { logChangeInWords } from "./log-words.ts";

/** A key of the open format as words: "floorArea" is "floor area". */
const keyInWords = (key: string): string =>
  key
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .replace(/-/g, " ")
    .toLowerCase();

/** A member of a list, as it is called here: loads and devices by their own names. */
function nameOf(keys: readonly string[], member: unknown, document: CaseDocument): string | null {
  const codebook = codebookOf(document.rules);
  const list = `/${keys.slice(0, -1).join("/")}`.replace(/\/(\d+|-)(?=\/|$)/g, "/*");
  if (list === "/loads") return loadName(member as Load, codebook);
  if (list === "/panels/*/circuits") return deviceName(member as Circuit);
  return memberName(list, member, codebook, Number(keys.at(-1)));
}

/** The label of the field at a pointer within a sentence; null where no field describes it. */
function labelAt(document: CaseDocument, pointer: string): string | null {
  const found = fieldAt(pointer);
  if (!found) return null;
  const { field, index, within } = found;
  const context = fieldContext(document, index);
  if (field.control.kind === "window" && (within === "from" || within === "to"))
    return lower(computed(field.control.ends[within], context));
  // A label may end with a remark or a unit after a comma, which does not belong in a sentence.
  return lower(labelOf(field, context)).replace(/, .*/, "");
}

/**
 * A pointer of a case in words: "rating of Garage", "floor area", "Range".
 * @param pointer as in a patch: `/loads/3/va`
 * @param added the value to be added, where the pointer leads to nothing yet
 */
export function placeInWords(document: CaseDocument, pointer: string, added?: unknown): string {
  const keys = pointer.split("/").slice(1);
  const label = labelAt(document, pointer);
  for (let n = keys.length; n > 0; n--) {
    const last = keys[n - 1] as string;
    if (!/^(\d+|-)$/.test(last)) continue;
    const here = keys.slice(0, n);
    const member = n === keys.length && added !== undefined ? added : valueAt(document, `/${here.join("/")}`);
    const name = typeof member === "object" && member !== null ? nameOf(here, member, document) : null;
    if (name === null) continue;
    const field = label ?? keys.slice(n).map(keyInWords).join(" ");
    return field && !field.startsWith(name) ? `${field} of ${name}` : field || name;
  }
  if (label !== null) return label;
  const words = keys.filter((key) => !/^\d+$/.test(key));
  return words.length > 1
    ? `${keyInWords(words.at(-1) as string)} (${keyInWords(words[0] as string)})`
    : keyInWords(words[0] ?? "case");
}

function valueOfChange(document: CaseDocument, pointer: string, value: unknown): string | null {
  if (value === null || value === undefined) return "not known";
  const found = fieldAt(pointer);
  if (found && found.within === "" && ["choice", "number", "conductor"].includes(found.field.control.kind))
    return valueInWords(found.field, value, fieldContext(document, found.index));
  const key = pointer.split("/").at(-1) as string;
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "number") {
    if (/A$|^amps$/.test(key)) return showA(value);
    if (key === "va") return showVA(value);
    return key.endsWith("KWh") ? showKWh(value) : showNumber(value);
  }
  if (typeof value === "string") return `"${value}"`;
  if (typeof value === "object" && "value" in value && "unit" in value)
    return `${showNumber(Number(value.value))} ${value.unit}`;
  return null;
}

/** Parts of a case that are put and taken away as a whole, and what that is called. */
const WHOLE: Record<string, { put(document: CaseDocument, value: unknown): string; taken: string }> = {
  "/decision": {
    put(document, value) {
      const { way, why } = value as NonNullable<CaseDocument["decision"]>;
      return `Decided for "${wayOf(way).words[codebookOf(document.rules).conventions.locale].name}", because "${why}"`;
    },
    taken: "The decision was withdrawn",
  },
  "/confirmations": {
    put: (_, value) => `Confirmed on site: ${(value as NonNullable<CaseDocument["confirmations"]>).length}`,
    taken: "Nothing is confirmed on site any more",
  },
  "/progress": {
    put: (_, value) => `The job was moved to ${STAGE_NAMES[stageOf({ progress: value as CaseDocument["progress"] })]}`,
    taken: "The job is in the survey again",
  },
  "/progress/notices": { put: () => "A notice was dealt with", taken: "Nothing is said of notices any more" },
  "/progress/waits": { put: () => "A wait was entered", taken: "The job waits for nobody any more" },
  "/prices": {
    put: (_, value) => `Prices of version ${(value as NonNullable<CaseDocument["prices"]>).version} are kept`,
    taken: "The newest prices are used",
  },
};

/** An answer that was given on site, or taken back; null for any other change. */
function answerOfChange(document: CaseDocument, op: Patch[number]): string | null {
  if (!/^\/confirmations\/(\d+|-)$/.test(op.path)) return null;
  const given = (op.op === "remove" ? valueAt(document, op.path) : op.value) as Confirmation | undefined;
  if (!given) return "An answer on site was taken back";
  const what = questionInWords(given);
  return op.op === "remove"
    ? `The answer to "${what}" was taken back`
    : `"${what}" was answered: ${answerInWords({ ...given, by: undefined, on: undefined }, (day) => day)}`;
}

/** A patch in which a changed value or unit of a quantity is a change of the whole quantity. */
function withWholeQuantities(document: CaseDocument, patch: Patch): Patch {
  const whole: Patch[number][] = [];
  for (const op of patch) {
    const [, pointer = "", part = ""] = /^(.*)[/](value|unit)$/.exec(op.path) ?? [];
    const before = pointer && valueAt(document, pointer);
    if (op.op === "remove" || typeof before !== "object" || before === null || !("unit" in before)) {
      whole.push(op);
      continue;
    }
    const known = whole.find((one) => one.path === pointer && one.op !== "remove");
    const quantity = { ...before, ...(known && "value" in known ? (known.value as object) : {}), [part]: op.value };
    const change = { op: "replace" as const, path: pointer, value: quantity };
    if (known) whole.splice(whole.indexOf(known), 1, change);
    else whole.push(change);
  }
  return whole;
}

/**
 * A patch in words, one clause for each change: "Customer is "Ida Reed"", "Range was removed".
 * @param document the case that the patch was made on, or the resulting one
 */
export function changesInWords(document: CaseDocument, patch: Patch): string[] {
  return withWholeQuantities(document, patch).map((op) => {
    const key = op.path.split("/").at(-1) as string;
    const inList = /^(\d+|-)$/.test(key);
    const whole = ownValue(WHOLE, op.path);
    if (whole) return op.op === "remove" || op.value === null ? whole.taken : whole.put(document, op.value);
    const answered = answerOfChange(document, op);
    if (answered) return answered;
    const isTakenAway = op.op === "remove";
    const entry = isTakenAway ? valueAt(document, op.path) : op.value;
    const logged = logChangeInWords(document, op.path, entry, isTakenAway);
    if (logged) return logged;
    if (op.op === "remove") return `${capital(placeInWords(document, op.path))} was removed`;
    const place = capital(placeInWords(document, op.path, op.value));
    const value = inList ? null : valueOfChange(document, op.path, op.value);
    return value === null ? `${place} was ${op.op === "add" && inList ? "added" : "changed"}` : `${place} is ${value}`;
  });
}

/**
 * A refused field in words: "Nameplate of Range must be greater than 0".
 * @param path as the open format writes it: `loads[3].va`
 */
export function problemInWords(document: CaseDocument, { path, message }: { path: string; message: string }): string {
  if (!path) return message;
  const pointer = `/${path.replace(/\[(\d+)\]/g, ".$1").replaceAll(".", "/")}`;
  return `${capital(placeInWords(document, pointer))} ${lower(message)}`;
}
