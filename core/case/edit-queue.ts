/** Moving a whole sequence of patches, each made after the one before, over edits that took effect first. */
import { type Patch, rebasePatch } from "./patch.ts";

export interface MovedSequence {
  /** The patches as they apply now, up to the first that clashes. */
  kept: Patch[];
  /** How many from the end could not be moved, because one of them clashes. */
  clashing: number;
}

/** @param first patches that took effect before the sequence, in order */
export function rebaseSequence(sequence: readonly Patch[], first: readonly Patch[]): MovedSequence {
  let over: Patch[] = [...first];
  const kept: Patch[] = [];
  for (const patch of sequence) {
    let at: Patch = patch;
    const overNext: Patch[] = [];
    for (const other of over) {
      const moved = rebasePatch(at, other);
      const otherMoved = rebasePatch(other, at, true);
      if (!moved || !otherMoved) return { kept, clashing: sequence.length - kept.length };
      overNext.push(otherMoved);
      at = moved;
    }
    kept.push(at);
    over = overNext;
  }
  return { kept, clashing: 0 };
}
