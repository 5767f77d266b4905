/** A load that goes first: a priority switch keeps the charger waiting while it runs, whichever way feeds the charger. */

import { requirements } from "#core/estimate/requirements.ts";
import { loadName } from "#core/rules/demand/loads.ts";
import { lower } from "#core/words.ts";
import type { JudgingContext, Proposal } from "./types.ts";

export const PRIORITY_SWITCH = requirements(
  { "priority-switch": 1, "labour:priority-switch": 1, sundries: 1 },
  "order",
);

/**
 * A proposal with the priority switch that the job wishes for. Clamps hold the charger back by themselves, and a shared
 * circuit has its switch already.
 */
export function withPriority(context: JudgingContext, proposal: Proposal): Proposal {
  const { document, codebook } = context;
  const { chargerPlacement: placed } = proposal;
  const first = document.loads.find((l) => l.id === document.charger?.waitsFor);
  if (!first || placed.managed || placed.interlockedWith) return proposal;
  const name = lower(loadName(first, codebook));
  return {
    ...proposal,
    chargerPlacement: { ...placed, waitsFor: first.id },
    takesWork: true,
    work: (at) => [
      ...proposal.work(at),
      {
        id: "priority",
        text: `Fit a priority switch for the ${name}, and prove that the charger waits`,
        requires: PRIORITY_SWITCH,
        link: "charger",
      },
    ],
    cautions: [...proposal.cautions, `While the ${name} runs, charging waits.`],
  };
}
