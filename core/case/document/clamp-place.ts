/** Where the clamps of the supply sit: before or after the point where its conductors divide for the charger. */
import { onSupply } from "./lookups.ts";
import type { CaseDocument, Panel } from "./types.ts";
import type { CLAMPS_READ } from "./vocabulary.ts";

/** What the clamps at the supply should read, and whether the supply conductors divide before the charger's board. */
export interface ClampPlace {
  divided: boolean;
  reads: (typeof CLAMPS_READ)[number];
}

/**
 * Only a charger that is alone on a panel of its own, on the supply beside the others, can be left out of the reading:
 * any other is behind the clamps.
 * @param panel the one that the charger's circuit starts from
 */
export function clampPlaceOf({ charger, panels, loads, options }: CaseDocument, panel: Panel | null): ClampPlace {
  const isCharger = (id: string) => id === charger?.load;
  const divided =
    panel !== null &&
    onSupply(panel) &&
    panels.some((other) => other.id !== panel.id && onSupply(other)) &&
    (panel.circuits ?? []).every((circuit) => (circuit.loads ?? []).every(isCharger)) &&
    !panels.some((other) => other.fedFrom === panel.id) &&
    !loads.some((load) => load.panel === panel.id && !isCharger(load.id));
  return { divided, reads: divided && options?.clampsRead === "house-alone" ? "house-alone" : "with-charger" };
}
