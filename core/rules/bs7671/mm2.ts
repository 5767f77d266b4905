/** Sizes of conductors as they are written in a case. */
import type { Conductor } from "#core/case/document/types.ts";

/** Size of copper or aluminium tails, mm²; null where it is not written so. */
export const mm2Of = ({ size }: Conductor): number | null => {
  const found = /^(\d+(?:\.\d+)?)\s*mm2$/.exec(size.trim().toLowerCase())?.[1];
  return found === undefined ? null : Number(found);
};
