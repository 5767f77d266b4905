/** The patch that sets or removes one value of a case, creating missing parents. */
import { ownValue } from "#core/own-value.ts";
import type { Patch, PatchOperation } from "./patch.ts";

/**
 * @param pointer JSON Pointer of the field, e.g. `/supply/ratingA`
 * @param value the new value; undefined takes the field away
 * @returns an empty patch where nothing would change
 */
export function setValue(document: object, pointer: string, value: unknown): Patch {
  const keys = pointer.split("/").slice(1);
  let at: unknown = document;
  for (const [depth, key] of keys.entries()) {
    const here = ownValue((at ?? {}) as Record<string, unknown>, key);
    const last = depth === keys.length - 1;
    if (last) {
      if (value === undefined) return here === undefined ? [] : [{ op: "remove", path: pointer }];
      if (JSON.stringify(here) === JSON.stringify(value)) return [];
      return [{ op: here === undefined ? "add" : "replace", path: pointer, value } as PatchOperation];
    }
    if (here === undefined || here === null) {
      if (value === undefined) return [];
      const rest = keys.slice(depth + 1).reduceRight<unknown>((inner, k) => ({ [k]: inner }), value);
      return [
        {
          op: here === undefined ? "add" : "replace",
          path: `/${keys.slice(0, depth + 1).join("/")}`,
          value: rest,
        } as PatchOperation,
      ];
    }
    at = here;
  }
  return [];
}

const keysOf = new Map<string, readonly string[]>();

/** The value at a JSON Pointer, undefined where nothing is there. Every field on a page asks at every keystroke. */
export function valueAt(document: object, pointer: string): unknown {
  let keys = keysOf.get(pointer);
  if (!keys) {
    keys = pointer.split("/").slice(1);
    keysOf.set(pointer, keys);
  }
  let at: unknown = document;
  for (const key of keys) at = ownValue((at ?? {}) as Record<string, unknown>, key);
  return at;
}
