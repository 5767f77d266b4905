/** The design of the charger's own circuit, where the path of a case ends. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { designFor } from "#core/circuit/design.ts";
import type { CircuitDesign, DesignRefusal } from "#core/rules/circuit/types.ts";
import type { PathTarget } from "#core/rules/home.ts";
import type { Codebook } from "#core/rules/types.ts";

/**
 * Designs a planned circuit along the run. An existing conductor is not replaced, only checked along the run.
 * @returns null where no run was entered, or the charger has no circuit of its own
 */
export function designAt(
  document: CaseDocument,
  codebook: Codebook,
  { circuit, outlet }: PathTarget,
  chargeA: number,
): CircuitDesign | DesignRefusal | null {
  if (!circuit || outlet || chargeA <= 0) return null;
  const others = circuit.loads?.some((id) => id !== document.charger?.load);
  if (others) return null;
  if (circuit.planned) return designFor(document, codebook, chargeA);
  const { conductor, poles } = circuit;
  return conductor ? designFor(document, codebook, chargeA, { conductor, poles }) : null;
}
