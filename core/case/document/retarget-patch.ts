/** Translates a patch from one version of a case to another; list elements are found by id. */
import { ownValue } from "#core/own-value.ts";
import { applyPatch, type Patch, type PatchOperation } from "./patch.ts";

/** @returns the patch for `now`; null where something that it changes is not there any more */
export function retargetPatchById(patch: Patch, madeOn: object, now: object): Patch | null {
  let [before, after] = [madeOn, now];
  const result: PatchOperation[] = [];
  for (const operation of patch) {
    const moved = readdress(operation, before, after);
    if (!moved) return null;
    result.push(moved);
    before = applyPatch(before, [operation]);
    after = applyPatch(after, [moved]);
  }
  return result;
}

function readdress(operation: PatchOperation, before: unknown, after: unknown): PatchOperation | null {
  const keys = operation.path.split("/").slice(1);
  const path: string[] = [];
  let [old, now] = [before, after] as [unknown, unknown];
  for (const [depth, key] of keys.entries()) {
    const last = depth === keys.length - 1;
    if (typeof now !== "object" || now === null) return null;
    const inserts = last && operation.op === "add" && Array.isArray(old);
    const found = Array.isArray(now) ? (inserts ? placeToInsert(key, now) : placeOf(key, old, now)) : key;
    if (found === null) return null;
    path.push(found);
    const inner = ownValue(now as Record<string, unknown>, found);
    if (last && !inserts && inner === undefined) {
      if (operation.op === "remove") return null;
      return { op: "add", path: `/${path.join("/")}`, value: operation.value };
    }
    old = ownValue((old ?? {}) as Record<string, unknown>, key);
    now = inner;
  }
  return { ...operation, path: `/${path.join("/")}` };
}

const placeToInsert = (key: string, list: readonly unknown[]): string =>
  key === "-" ? key : String(Math.min(Number(key), list.length));

/** The index in the new list of the element at `key` of the old list; the same index where it has no id. */
function placeOf(key: string, old: unknown, list: readonly unknown[]): string | null {
  const id = (Array.isArray(old) ? (old[Number(key)] as { id?: unknown } | undefined) : undefined)?.id;
  if (id === undefined) return Number(key) < list.length ? key : null;
  const at = list.findIndex((element) => (element as { id?: unknown } | null)?.id === id);
  return at < 0 ? null : String(at);
}
