/** Older case documents are brought up to date by a chain of small steps, one per version. */
import { createPatch } from "rfc6902";
import { applyPatch, type Patch } from "./patch.ts";
import { CaseRefused } from "./problems.ts";
import type { CaseDocument } from "./types.ts";

type Json = Record<string, unknown>;
/** Takes a document of version `from` and returns the same of version `from + 1`. */
export interface Upgrade {
  from: number;
  apply(document: Json): Json;
}

export const CURRENT_VERSION = 1;

/** Version 1 is the first that was published, so no step is needed yet; the next version adds the first one here. */
export const CASE_UPGRADES: readonly Upgrade[] = [];

/**
 * Brings a parsed document to the current version.
 * @throws CaseRefused `newer-version` for a later version, `bad-field` for one that has no number.
 */
export function upgradeCase(document: Json, chain = CASE_UPGRADES, current = CURRENT_VERSION): Json {
  const version = document.version;
  if (typeof version !== "number" || !Number.isInteger(version) || version < 0)
    throw new CaseRefused("bad-field", [{ path: "version", message: `must be a whole number, ${current} now` }]);
  if (version > current)
    throw new CaseRefused("newer-version", [
      { path: "version", message: `${version} is newer than this Heron reads (${current})` },
    ]);
  let upgraded = document;
  for (let at = version; at < current; at++) {
    const step = chain.find((u) => u.from === at);
    if (!step) throw new CaseRefused("bad-field", [{ path: "version", message: `${at} cannot be read any more` }]);
    upgraded = { ...step.apply(upgraded), version: at + 1 };
  }
  return upgraded;
}

/** A stored case in this version's form: the same object where it is current already. */
export const currentCase = (kept: CaseDocument, chain = CASE_UPGRADES, current = CURRENT_VERSION): CaseDocument =>
  (kept.version as number) === current
    ? kept
    : (upgradeCase(kept as unknown as Json, chain, current) as unknown as CaseDocument);

/**
 * Waiting edits, upgraded together with the case that the first of them was made on.
 * @param kept that case, as it was stored
 */
export function currentEdits<E extends { patch: Patch }>(
  kept: CaseDocument,
  edits: readonly E[],
  chain = CASE_UPGRADES,
  current = CURRENT_VERSION,
): E[] {
  if ((kept.version as number) === current) return [...edits];
  let old = kept;
  return edits.map((edit) => {
    const before = currentCase(old, chain, current);
    old = applyPatch(old, edit.patch);
    return { ...edit, patch: createPatch(before, currentCase(old, chain, current)) as Patch };
  });
}
