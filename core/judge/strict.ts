/** The stricter reading of a shared circuit: the charger counted by the job's treatment, not in the appliance's place. */

import { homeOf } from "#core/home/home.ts";
import type { Home } from "#core/rules/home.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";

/** The stricter reading of the rules, where it would rule the shared circuit out; null otherwise. */
export function strictReading({ document, codebook, supplyA }: Home): string | null {
  const charger = document.loads.find((l) => l.id === document.charger?.load);
  if (!charger?.interlockedWith || !codebook.asksFor.evTreatment) return null;
  const { interlockedWith: appliance, ...alone } = charger;
  const loads = document.loads.flatMap((l) => {
    if (l === charger) return [alone];
    if (l.id !== appliance) return [l];
    const left = (l.quantity ?? 1) - 1;
    return left > 0 ? [{ ...l, quantity: left }] : [];
  });
  const { demandA } = homeOf({ ...document, loads }, codebook);
  return exceeds(demandA, supplyA)
    ? `Read strictly, with the charger counted on its own instead of in the appliance's place, the demand is ${showA(demandA)} of ${showA(supplyA)}: ask the authority before it is promised.`
    : null;
}
