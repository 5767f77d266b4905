/** What a charger may draw through a plug. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Codebook } from "./types.ts";

/** The most that a charger draws through its plug, A: by the rules, and by the receptacle that its plug fits. */
export const plugMostA = (
  { charger }: Pick<CaseDocument, "charger">,
  { charging, outlets }: Pick<Codebook, "charging" | "outlets">,
): number =>
  Math.min(charging.plug.mostA, (charger?.plug && outlets[charger.plug]?.chargeA) || Number.POSITIVE_INFINITY);
