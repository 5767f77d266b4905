import type { IssuedState } from "#core/firm/issued-paper.ts";

/** The states of an issued version in words. */
export const ISSUED_STATE_WORDS: Readonly<Record<IssuedState, string>> = {
  current: "holds",
  superseded: "superseded: the job has changed since",
  replaced: "replaced by a newer version",
  withdrawn: "withdrawn",
};
