/** Moving a whole sequence of patches, each made after the one before, over patches that took effect first. */
import { applyPatch, invertPatch, type Patch, rebasePatch } from "./patch.ts";

/** A patch that could not be moved, with the document it was made on. */
export interface LostPatch<T> {
  index: number;
  patch: Patch;
  madeOn: T;
}

export interface MovedSequence<T> {
  /** The patches as they apply now, each with its place in the old sequence. */
  kept: { index: number; patch: Patch }[];
  /** Those that touch what changed, were to go, or hang on one of these. */
  lost: LostPatch<T>[];
  /** The document at the end of the old sequence, and what takes it to the one at the end of the new. */
  end: T;
  over: Patch[];
}

/**
 * @param document what the first of the sequence was made on
 * @param first patches that took effect on that document, in order
 * @param gone places of patches that are to be taken out of the sequence
 */
export function rebaseSequence<T extends object>(
  document: T,
  sequence: readonly Patch[],
  first: readonly Patch[],
  gone: ReadonlySet<number> = new Set(),
): MovedSequence<T> {
  const result: MovedSequence<T> = { kept: [], lost: [], end: document, over: [...first] };
  for (const [index, patch] of sequence.entries()) {
    const madeOn = result.end;
    const moved = gone.has(index) ? null : moveOver(patch, result.over);
    if (moved) {
      result.kept.push({ index, patch: moved.patch });
      result.over = moved.over;
    } else {
      result.lost.push({ index, patch, madeOn });
      // Later patches were made with this one applied: they are rebased onto a document without it.
      result.over = [invertPatch(madeOn, patch), ...result.over];
    }
    result.end = applyPatch(madeOn, patch);
  }
  return result;
}

/** One patch moved over others made on the same document, and they moved over it; null where they clash. */
function moveOver(patch: Patch, others: readonly Patch[]): { patch: Patch; over: Patch[] } | null {
  let at = patch;
  const over: Patch[] = [];
  for (const other of others) {
    const moved = rebasePatch(at, other);
    const otherMoved = rebasePatch(other, at, true);
    if (!moved || !otherMoved) return null;
    over.push(otherMoved);
    at = moved;
  }
  return { patch: at, over };
}
