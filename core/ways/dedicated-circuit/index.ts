/** A new circuit of its own, at the largest current the calculation allows. */
import { panelName } from "../../path/names.ts";
import { withNewCircuit } from "../place.ts";
import type { Way } from "../types.ts";
import { ISOLATE, newCircuit, panelTroubles } from "../work.ts";

export const dedicatedCircuit: Way = {
  id: "dedicated-circuit",
  words: {
    us: { name: "Dedicated circuit", means: "A new circuit of its own, unmanaged" },
    uk: { name: "Circuit of its own", means: "A new circuit from the consumer unit, unmanaged" },
  },
  leaves: "The charger keeps its full current for good; less headroom for later loads.",
  phrase: ({ chargeA, circuitA }) => `a ${chargeA} A charger on its own ${circuitA} A circuit`,
  propose(s) {
    const { codebook, document, path, charger } = s;
    // Nothing is added to a panel that is full or must be left alone; a new panel or board is a way of its own.
    const troubles = panelTroubles(s).filter((t) => t.reason.code !== "headroom-short");
    if (troubles.length > 0) return [{ refused: troubles.map((t) => t.reason) }];
    const { panel } = path.target;
    const { document: home, circuit } = withNewCircuit(document, panel, codebook);
    return [
      {
        document: home,
        placed: {
          panel: panel?.id ?? null,
          circuit,
          deviceA: (a) => codebook.charging.deviceA(a, document.options?.ukDeviceA),
        },
        mostA: charger.maxA,
        leastA: codebook.charging.minimumA,
        takesWork: false,
        answersTo: [],
        work: ({ circuitA }) => [newCircuit(panelName(panel ?? {}, codebook), circuitA, circuit)],
        cautions: [
          ISOLATE[codebook.region],
          "Set the charger's limit in the charger at commissioning; it is not left to the car.",
        ],
      },
    ];
  },
};
