/** What a line of notes can be, and what comes of it. */
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Codebook } from "#core/codebook/types.ts";
import type { NotUnderstood } from "#core/quantity/parse.ts";

/** What a line is read with. */
export interface NoteContext {
  /** The case with everything that the lines before it changed. */
  document: CaseDocument;
  codebook: Codebook;
  /** Makes an id for a kind of thing. */
  newId(kind: string): string;
}

/** What a line means: the edit, and what was understood, in words. */
export interface Understood {
  understood: string;
  patch: Patch;
}

/** @returns null where the line is of another kind */
export type NoteReader = (line: string, context: NoteContext) => Understood | NotUnderstood | null;
