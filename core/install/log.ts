/** Edits of the log of an installation: one entry is written, replaced or taken away. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Installation } from "#core/case/document/types.ts";

type Lists = Required<{
  [K in keyof Installation as NonNullable<Installation[K]> extends readonly unknown[] ? K : never]: NonNullable<
    Installation[K]
  >;
}>;
type Logged = Pick<CaseDocument, "installation">;

/**
 * The edit that writes one entry of a list of the log. Entries are added at the end, so that two people who log at the
 * same time lose nothing.
 * @param isSame finds the entry that is replaced; of several the last one, and the others go
 * @param entry null takes the entry away
 */
export function logPatch<K extends keyof Lists>(
  document: Logged,
  list: K,
  isSame: (entry: Lists[K][number]) => boolean,
  entry: Lists[K][number] | null,
): Patch {
  const entries = (document.installation?.[list] ?? []) as Lists[K][number][];
  const found = entries.flatMap((one, at) => (isSame(one) ? [at] : []));
  const last = found.pop();
  const path = `/installation/${list}`;
  // From the end, so that the places of the others stay.
  const removed = found.reverse().map((at) => ({ op: "remove" as const, path: `${path}/${at}` }));
  if (entry === null) return last === undefined ? [] : [{ op: "remove", path: `${path}/${last}` }, ...removed];
  if (last !== undefined) return [{ op: "replace", path: `${path}/${last}`, value: entry }, ...removed];
  if (document.installation?.[list]) return [{ op: "add", path: `${path}/-`, value: entry }];
  return setValue(document, path, [entry]);
}
