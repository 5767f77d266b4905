/**
 * Edits as JSON Patch (RFC 6902): applying, inverting, telling whether two touch the same thing, and moving one
 * over others that came first. Documents are never changed in place.
 */

import { applyPatch as applyInPlace, createPatch, Pointer } from "rfc6902";
import { ownValue } from "#core/own-value.ts";
import { CaseRefused } from "./problems.ts";

export type PatchOperation =
  | { op: "add"; path: string; value: unknown }
  | { op: "replace"; path: string; value: unknown }
  | { op: "remove"; path: string };
export type Patch = readonly PatchOperation[];

/**
 * The document after the patch.
 * @throws CaseRefused `bad-patch` where a path does not exist; the document given is untouched.
 */
export function applyPatch<T>(document: T, patch: Patch): T {
  const copy = shallowCopy(document);
  for (const operation of patch) {
    copyAlong(copy, operation);
    const [failure] = applyInPlace(copy, [structuredClone(operation)]);
    if (failure) throw doesNotFit(failure.message || failure.name);
  }
  return copy;
}

const doesNotFit = (why: string) =>
  new CaseRefused("bad-patch", [{ path: "", message: `the edit does not fit: ${why}` }]);

const shallowCopy = <T>(value: T): T => (Array.isArray(value) ? [...value] : { ...value }) as T;

/** Copies the containers along a path, so that all other parts stay shared with the previous document. */
function copyAlong(root: unknown, { op, path }: PatchOperation): void {
  let at = root as Record<string, unknown>;
  const keys = tokens(path).map((t) => t.replaceAll("~1", "/").replaceAll("~0", "~"));
  const last = keys.pop() as string;
  for (const key of keys) {
    const inner = Array.isArray(at) && !isIndex(key) ? undefined : ownValue(at, key);
    if (typeof inner !== "object" || inner === null) throw doesNotFit(`there is nothing at ${path}`);
    at[key] = shallowCopy(inner);
    at = at[key] as Record<string, unknown>;
  }
  if (!Array.isArray(at)) return;
  const places = op === "add" ? at.length + 1 : at.length;
  if (!(isIndex(last) && Number(last) < places) && !(op === "add" && last === "-"))
    throw doesNotFit(`there is no such place in the list at ${path}`);
}

/**
 * The patch with every appending path (`/loads/-`) written as the place it takes (`/loads/7`), so that later edits
 * can be moved over it.
 */
export function resolveAppendPaths(document: object, patch: Patch): Patch {
  let at = document;
  return patch.map((operation) => {
    const list = operation.path.endsWith("/-") ? Pointer.fromJSON(operation.path.slice(0, -2)).get(at) : undefined;
    const settled = Array.isArray(list)
      ? { ...operation, path: `${operation.path.slice(0, -1)}${list.length}` }
      : operation;
    if (patch.length > 1) at = applyPatch(at, [settled]);
    return settled;
  });
}

/** Edits one after the other, each made on what the ones before it left, as one patch. */
export function chainedPatch<T>(document: T, edits: readonly ((at: T) => Patch)[]): Patch {
  let at = document;
  return edits.flatMap((edit) => {
    const patch = edit(at);
    at = applyPatch(at, patch);
    return patch;
  });
}

/** The patch that takes `applyPatch(document, patch)` back to `document`; empty where the patch changes nothing. */
export function invertPatch(document: object, patch: Patch): Patch {
  const inverse: PatchOperation[] = [];
  let before = document;
  for (const operation of patch) {
    inverse.unshift(...inverseOf(before, operation));
    before = applyPatch(before, [operation]);
  }
  return inverse;
}

/** Worked out at the operation's own place: comparing whole lists takes time by the square of their length. */
function inverseOf(document: object, operation: PatchOperation): PatchOperation[] {
  const { op, path } = operation;
  const { parent, key, value: before } = Pointer.fromJSON(path).evaluate(document);
  if (op === "remove") return [{ op: "add", path, value: before }];
  if (op === "add" && Array.isArray(parent))
    return [{ op: "remove", path: key === "-" ? `${path.slice(0, -1)}${parent.length}` : path }];
  if (before === undefined) return [{ op: "remove", path }];
  const back = createPatch(operation.value, before) as PatchOperation[];
  return back.map((one) => ({ ...one, path: `${path}${one.path}` }));
}

const tokens = (path: string) => path.split("/").slice(1);
const isIndex = (token: string | undefined) => token !== undefined && /^(0|[1-9]\d*)$/.test(token);
const startsWith = (long: string[], short: string[]) => short.every((t, i) => long[i] === t);

/** Whether the operation inserts or removes an element in the middle of a list, so that later elements move. */
const shifts = ({ op, path }: PatchOperation) => op !== "replace" && isIndex(tokens(path).at(-1));

/** Whether the operation puts a new element into a list: `/loads/3` or `/loads/-`. */
const inserts = ({ op, path }: PatchOperation) => op === "add" && /\/(\d+|-)$/.test(path);

/** Whether two operations, both made on the same document, touch the same place. Two insertions never do. */
function clash(a: PatchOperation, b: PatchOperation): boolean {
  const [at, bt] = [tokens(a.path), tokens(b.path)];
  if (inserts(a) && inserts(b)) return false;
  // An insertion touches no element that was there; it touches only a change of the list as a whole.
  if (inserts(a)) return startsWith(at.slice(0, -1), bt);
  if (inserts(b)) return startsWith(bt.slice(0, -1), at);
  return overlap(at, bt);
}
const overlap = (a: string[], b: string[]) => startsWith(a, b) || startsWith(b, a);

/**
 * Rebases one operation over `first`; where both insert at the same place, `first` stays in front unless `inFront` is
 * set.
 */
function moveOperation(operation: PatchOperation, first: PatchOperation, inFront: boolean): PatchOperation {
  if (!shifts(first)) return operation;
  const ft = tokens(first.path);
  const list = ft.slice(0, -1);
  const t = tokens(operation.path);
  const own = t[list.length];
  if (!startsWith(t, list) || !isIndex(own)) return operation;
  const by = Number(ft.at(-1));
  const index = Number(own);
  const tie = inFront && inserts(operation) && t.length === ft.length;
  const moved =
    first.op === "add" ? (index > by || (index === by && !tie) ? index + 1 : index) : index > by ? index - 1 : index;
  return { ...operation, path: `/${[...list, String(moved), ...t.slice(list.length + 1)].join("/")}` };
}

/**
 * Rebases a patch over another one that was made on the same document and applied first.
 * @param inFront where both insert at the same place: whether this patch's element comes first
 * @returns the patch to apply after `first`, or null where both touch the same place (a conflict)
 */
export function rebasePatch(patch: Patch, first: Patch, inFront = false): Patch | null {
  let over: readonly PatchOperation[] = first;
  const result: PatchOperation[] = [];
  for (const own of patch) {
    let at: PatchOperation = own;
    const overAfterOwn: PatchOperation[] = [];
    for (const other of over) {
      if (clash(at, other)) return null;
      const next = moveOperation(at, other, inFront);
      overAfterOwn.push(moveOperation(other, at, !inFront));
      at = next;
    }
    result.push(at);
    over = overAfterOwn;
  }
  return result;
}
