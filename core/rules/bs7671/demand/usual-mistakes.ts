/** Frequent mistakes in an after-diversity estimate. */

import { loadsWithout, ofKind } from "#core/rules/demand/loads.ts";
import type { Recount, UsualMistake } from "#core/rules/demand/types.ts";
import { showA } from "#core/units.ts";
import { DIVERSITY } from "./rules.ts";

const DIVERSE = [
  { kind: "cooker", name: "cooker", was: "was" },
  { kind: "socket-circuit", name: "socket circuits", was: "were" },
  { kind: "lighting", name: "lighting", was: "was" },
] as const;

/** Frequent mistakes in an after-diversity estimate, each with its total, VA. */
export function ukUsualMistakes({ loads, volts, ownVA, totalVA }: Recount): readonly UsualMistake[] {
  const found = DIVERSE.flatMap(({ kind, name, was }): UsualMistake[] => {
    const these = ofKind(loads, kind);
    if (these.length === 0) return [];
    const rest = totalVA(loadsWithout(loads, kind));
    return [
      { text: `No diversity was allowed for the ${name}`, totalVA: rest + these.reduce((t, l) => t + l.va, 0) },
      { text: `The ${name} ${was} forgotten`, totalVA: rest },
    ];
  });
  if (ofKind(loads, "cooker").some((l) => l.socketOnControl)) {
    const { socketA } = DIVERSITY.cooker;
    found.push({
      text: `The ${showA(socketA)} for the socket on the cooker control was forgotten`,
      totalVA: ownVA - socketA * volts,
    });
  }
  return found;
}
