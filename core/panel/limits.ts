/** Laws between the figures of one panel, in the words of the field that breaks them. */
import type { RcdGroup } from "#core/case/document/types.ts";

/** A main device larger than this multiple of its bus is a misread label, not a finding. */
const MOST_MAIN_TO_BUS = 2;

/** The reason why a main device is too large for this bus; null without one. */
export const mainOnBusProblem = (mainA: number | null | undefined, busA: number | null | undefined): string | null =>
  mainA && busA && mainA > MOST_MAIN_TO_BUS * busA
    ? `of ${mainA} A does not belong on a bus of ${busA} A: read both labels again`
    : null;

/** Why an RCD cannot end at its last way, or null. */
export function groupEndProblem({ from, to }: Pick<RcdGroup, "from" | "to">, ways: number | undefined): string | null {
  if (to < from) return `ends at way ${to}, before its first way, ${from}`;
  return ways !== undefined && to > ways ? `there is no way ${to}; the last one is ${ways}` : null;
}
