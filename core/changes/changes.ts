/** Changes of a case in everyday words. */

import type { Patch } from "#core/case/document/patch.ts";
import { valueAt } from "#core/case/document/set-value.ts";
import type { CaseDocument, Circuit, Load, Outlet, Panel } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { outletName, panelName } from "#core/rules/link-names.ts";
import { sourcedFields } from "#core/survey/sources.ts";
import { showA, showKWh, showNumber, showVA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import { capital, lower } from "#core/words.ts";

/** Words for fields whose name in the open format is not a word of the trade. */
const FIELDS: Record<string, string> = {
  title: "address",
  va: "nameplate",
  amps: "nameplate",
  ratingA: "rating",
  mainA: "main",
  busA: "bus rating",
  zeOhm: "measured earth",
  maxA: "largest current",
  fedFrom: "place it is fed from",
  position: "place",
  loads: "loads it feeds",
  onsiteGeneration: "solar or other generation",
  energyPerDayKWh: "energy a day",
  loadMethod: "method",
  evTreatment: "way the charger counts",
};

/** "ratingA" is "rating", "floorArea" is "floor area". */
const fieldName = (key: string): string =>
  ownValue(FIELDS, key) ??
  key
    .replace(/([a-z])([A-Z])/g, "$1 $2")
    .replace(/-/g, " ")
    .toLowerCase();

/** A list of the case whose members have names, by the keys that lead to it: one member, as it is called. */
function memberName(keys: readonly string[], member: unknown, document: CaseDocument): string | null {
  const codebook = codebookOf(document.rules);
  const lists = keys.filter((key) => !/^(\d+|-)$/.test(key)).join("/");
  switch (lists) {
    case "loads":
      return loadName(member as Load, codebook);
    case "panels":
      return panelName(member as Panel, codebook);
    case "panels/circuits":
      return deviceName(member as Circuit);
    case "panels/rcdGroups":
      return "an RCD over several ways";
    case "outlets":
      return `the ${outletName(member as Outlet, codebook)}`;
    case "need/cars":
      return `car ${Number(keys.at(-1)) + 1}`;
    default:
      return null;
  }
}

/**
 * A pointer of a case in words: "rating of Garage", "floor area", "Range".
 * @param pointer as in a patch: `/loads/3/va`
 * @param added the value to be added, where the pointer leads to nothing yet
 */
export function placeInWords(document: CaseDocument, pointer: string, added?: unknown): string {
  const keys = pointer.split("/").slice(1);
  // Values of the survey have names of their own, in the words of the rules.
  const ofSurvey = sourcedFields(document).find((f) => f.key === keys.join("."));
  if (ofSurvey) return lower(ofSurvey.label);
  for (let n = keys.length; n > 0; n--) {
    const last = keys[n - 1] as string;
    if (!/^(\d+|-)$/.test(last)) continue;
    const here = keys.slice(0, n);
    const member = n === keys.length && added !== undefined ? added : valueAt(document, `/${here.join("/")}`);
    const name = typeof member === "object" && member !== null ? memberName(here, member, document) : null;
    if (name === null) continue;
    const field = keys.slice(n).map(fieldName).join(" ");
    return field ? `${field} of ${name}` : name;
  }
  const words = keys.filter((key) => !/^\d+$/.test(key));
  return words.length > 1
    ? `${fieldName(words.at(-1) as string)} (${fieldName(words[0] as string)})`
    : fieldName(words[0] ?? "case");
}

function valueInWords(key: string, value: unknown): string | null {
  if (value === null || value === undefined) return "not known";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "number") {
    if (/A$|^amps$/.test(key)) return showA(value);
    if (key === "va") return showVA(value);
    return key.endsWith("KWh") ? showKWh(value) : showNumber(value);
  }
  if (typeof value === "string") return `"${value}"`;
  if (typeof value === "object" && "value" in value && "unit" in value) return `${value.value} ${value.unit}`;
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
  "/prices": {
    put: (_, value) => `Prices of version ${(value as NonNullable<CaseDocument["prices"]>).version} are kept`,
    taken: "The newest prices are used",
  },
};

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
    if (op.op === "remove") return `${capital(placeInWords(document, op.path))} was removed`;
    const place = capital(placeInWords(document, op.path, op.value));
    const value = inList ? null : valueInWords(key, op.value);
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
