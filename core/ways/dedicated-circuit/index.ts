/** A new circuit of its own, at the largest current the calculation allows. */

import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";
import type { Way } from "../types.ts";
import { onNewCircuit, ownBoardWanted, untouchable } from "../work.ts";

export const dedicatedCircuit = {
  id: "dedicated-circuit",
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
    return [
      onNewCircuit(context, {
        document,
        panel: path.target.panel,
        takesWork: false,
        solves: [],
        cautions: [],
      }),
    ];
  },
} as const satisfies Way;
