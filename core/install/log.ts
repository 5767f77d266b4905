/** Edits of the log of an installation: one entry is written, replaced or taken away. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Installation } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";

type ListsOf<T> = Required<{
  [K in keyof T as NonNullable<T[K]> extends readonly unknown[] ? K : never]: NonNullable<T[K]>;
}>;
type Logged = Pick<CaseDocument, "installation" | "after">;
type Part = "installation" | "after";

/**
 * The edit that writes one entry of a list of the log. Entries are added at the end, so that two people who log at the
 * same time lose nothing.
 * @param isSame finds the entry that is replaced; of several the last one, and the others go
 * @param entry null takes the entry away
 */
export const logPatch = <K extends keyof ListsOf<Installation>>(
  document: Logged,
  list: K,
  isSame: (entry: ListsOf<Installation>[K][number]) => boolean,
  entry: ListsOf<Installation>[K][number] | null,
): Patch => entryPatch(document, "installation", list, isSame, entry);

type After = NonNullable<CaseDocument["after"]>;

/** The same for a list of the years after the work. */
export const afterPatch = <K extends keyof ListsOf<After>>(
  document: Logged,
  list: K,
  isSame: (entry: ListsOf<After>[K][number]) => boolean,
  entry: ListsOf<After>[K][number] | null,
): Patch => entryPatch(document, "after", list, isSame, entry);

function entryPatch<Entry>(
  document: Logged,
  part: Part,
  list: string,
  isSame: (entry: Entry) => boolean,
  entry: Entry | null,
): Patch {
  const lists = document[part] as Readonly<Record<string, readonly Entry[]>> | undefined;
  const stored = lists && ownValue(lists, list);
  const entries = stored ?? [];
  const found = entries.flatMap((one, at) => (isSame(one) ? [at] : []));
  const last = found.pop();
  const path = `/${part}/${list}`;
  // From the end, so that the places of the others stay.
  const removed = found.reverse().map((at) => ({ op: "remove" as const, path: `${path}/${at}` }));
  if (entry === null) return last === undefined ? [] : [{ op: "remove", path: `${path}/${last}` }, ...removed];
  if (last !== undefined) return [{ op: "replace", path: `${path}/${last}`, value: entry }, ...removed];
  if (stored) return [{ op: "add", path: `${path}/-`, value: entry }];
  return setValue(document, path, [entry]);
}
