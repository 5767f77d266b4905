/** A new circuit of its own, at the largest current the calculation allows. */

import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";
import { withRenewedFeeder } from "../renewed-feeder.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";
import { onNewCircuit, ownBoardWanted, untouchable } from "../work.ts";

/** A new circuit behind the feeder that the run renews; null where the run is that of the circuit. */
function behindRenewedFeeder(context: JudgingContext): Proposal | RefusedProposal | null {
  const renewed = withRenewedFeeder(context);
  if (!renewed || "refused" in renewed) return renewed;
  const { document, items, feeder } = renewed;
  const panel = document.panels.find(({ id }) => id === context.path.target.panel?.id) ?? null;
  const proposal = onNewCircuit(context, {
    document,
    panel,
    takesWork: true,
    solves: [],
    before: items,
    cautions: [],
  });
  return { ...proposal, feeder };
}

export const dedicatedCircuit = {
  id: "dedicated-circuit",
  switchesOff: "panel",
  startsAtPanel: true,
  takesPlace: true,
  words: {
    "en-US": { name: "Dedicated circuit", means: "A new circuit of its own, unmanaged" },
    "en-GB": { name: "Circuit of its own", means: "A new circuit from the consumer unit, unmanaged" },
  },
  leaves: () => "The charger keeps its full current for good; less headroom for later loads.",
  headline: ({ chargeA, circuitA }) => `${withArticle(showA(chargeA))} charger on its own ${showA(circuitA)} circuit`,
  propose(context) {
    const { document, path } = context;
    const own = ownBoardWanted(context);
    if (own.length > 0) return [{ refused: own }];
    // Nothing is added to a panel that is full or must be left alone; a new panel or board is a way of its own.
    const troubles = untouchable(context);
    if (troubles.length > 0) return [{ refused: troubles.map((t) => t.reason) }];
    const asItIs = onNewCircuit(context, {
      document,
      panel: path.target.panel,
      takesWork: false,
      solves: [],
      cautions: [],
    });
    return [behindRenewedFeeder(context) ?? asItIs];
  },
} as const satisfies Way;
