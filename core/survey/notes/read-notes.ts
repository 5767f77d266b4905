/** Reads the notes of a visit line by line, in their order, and makes one edit of the case from them. */
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { editProblems } from "#core/laws/edit-problems.ts";
import { LINE_TOO_LONG, LONGEST_LINE } from "#core/limits.ts";
import type { NotUnderstood } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { readCircuit, readLoad } from "./circuits.ts";
import { readDwelling } from "./dwelling.ts";
import { readMeasured } from "./measured.ts";
import { readNeed } from "./need.ts";
import { readPanel } from "./panel.ts";
import { readSupply } from "./supply.ts";
import type { NoteContext, NoteReader, Understood } from "./types.ts";

/** A circuit may be called anything, so it is tried after these. */
const SHORT_READERS: readonly NoteReader[] = [readDwelling, readSupply, readPanel, readNeed, readMeasured, readLoad];

/** More lines at once are no notes of a visit. */
export const MOST_LINES = 120;

/** A line of the notes with its meaning, or with the reason why it was not understood. */
export type NoteLine = { line: string } & ({ understood: string } | NotUnderstood);

export interface ReadNotes {
  lines: NoteLine[];
  /** One edit with all that was understood. */
  patch: Patch;
}

/**
 * @param text lines that are not empty count
 * @param newId makes an id for a kind of thing
 */
export function readNotes(text: string, document: CaseDocument, newId: NoteContext["newId"]): ReadNotes {
  const codebook = codebookOf(document.rules);
  const typed = text
    .split(/\r?\n/)
    .map((line) => line.replace(/^[\s•*-]+|\s+$/g, ""))
    .filter(Boolean);
  let now = document;
  const patch: Patch[number][] = [];
  const lines = typed.map((line, i): NoteLine => {
    if (i >= MOST_LINES) return { line, problem: `Enter at most ${MOST_LINES} lines at once` };
    if (line.length > LONGEST_LINE) return { line: `${line.slice(0, 60)}…`, problem: `The line ${LINE_TOO_LONG}` };
    const read = readLine(line, { document: now, codebook, newId });
    if ("problem" in read) return { line, problem: read.problem };
    const earlier = otherReason(patch, read.patch);
    if (earlier) return { line, problem: `Another reason of the visit stands above: ${earlier}. Enter one of them` };
    const [wrong] = editProblems(now, read.patch);
    if (wrong) return { line, problem: `${read.understood}: ${wrong.message}` };
    now = applyPatch(now, read.patch);
    patch.push(...read.patch);
    return { line, understood: read.understood };
  });
  return { lines, patch };
}

/** The reason of the visit that earlier lines give, where a line gives another one; null otherwise. */
function otherReason(before: Patch, line: Patch): string | null {
  const reasonOf = (patch: Patch): unknown =>
    patch.flatMap((op) =>
      op.op === "remove"
        ? []
        : op.path === "/enquiry/reason"
          ? [op.value]
          : op.path === "/enquiry"
            ? [(op.value as { reason?: unknown }).reason]
            : [],
    )[0];
  const [first, next] = [reasonOf(before), reasonOf(line)];
  return typeof first === "string" && typeof next === "string" && first !== next ? first.replaceAll("-", " ") : null;
}

function readLine(line: string, context: NoteContext): Understood | NotUnderstood {
  const read = SHORT_READERS.map((reader) => reader(line, context)).filter((r) => r !== null);
  return (
    read.find((r) => "understood" in r) ??
    readSeveral(line, context) ??
    read[0] ??
    readCircuit(line, context) ?? { problem: "not understood" }
  );
}

/** Reads several values in one line. @returns null unless every one of them is understood */
function readSeveral(line: string, context: NoteContext): Understood | null {
  const parts = line.split(/[,;]\s+|;/).filter((part) => part.trim() !== "");
  if (parts.length < 2) return null;
  let { document } = context;
  const patch: Patch[number][] = [];
  const understood: string[] = [];
  for (const part of parts) {
    const here = { ...context, document };
    const read = SHORT_READERS.map((reader) => reader(part.trim(), here)).find((r) => r !== null);
    if (!read || "problem" in read) return null;
    document = applyPatch(document, read.patch);
    patch.push(...read.patch);
    understood.push(read.understood);
  }
  return { understood: understood.join("; "), patch };
}
