/** The work of reading what terminals are marked for, before anything is renewed. */
import type { Conductor } from "#core/case/document/types.ts";
import type { Requirements } from "#core/estimate/requirements.ts";
import { isMarkingUnread } from "#core/home/home.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { Home } from "#core/rules/home.ts";

/**
 * Reading the marking, where terminals of 75 °C would let a conductor carry its device and nobody has read them.
 * @param name of the circuit or feeder
 * @returns null where the marking is read already, or would not be enough
 */
export function markingThatHelps(
  home: Home,
  name: string,
  { conductor, ratingA, terminalC }: { conductor: Conductor; ratingA: number; terminalC: 60 | 75 | undefined },
): { text: string; requires: Requirements } | null {
  if (!isMarkingUnread(home, ratingA, terminalC)) return null;
  const at75 = home.codebook.conductor(conductor, 75);
  if (!at75 || at75.mostDeviceA < ratingA) return null;
  return {
    text: `Read the marking of the terminals at both ends of ${name}: marked 75 °C they let it stay (${at75.cited.numbers}), otherwise it is renewed`,
    requires: SHARED_REQUIREMENTS.marking,
  };
}
