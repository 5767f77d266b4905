/** Types of the readers of notes. */
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { NotUnderstood } from "#core/quantity/parse.ts";
import type { Codebook } from "#core/rules/types.ts";

/** The input of a reader beside the line itself. */
export interface NoteContext {
  /** The case with everything that the lines before it changed. */
  document: CaseDocument;
  codebook: Codebook;
  /** Makes an id for a kind of thing. */
  newId(kind: string): string;
}

/** The meaning of a line: the edit, and a short text for the person who typed it. */
export interface Understood {
  understood: string;
  patch: Patch;
}

/** @returns null where the line is of another kind */
export type NoteReader = (line: string, context: NoteContext) => Understood | NotUnderstood | null;
