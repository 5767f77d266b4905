/** The poles of a charger's device. */
import { chargerPhases } from "#core/case/document/lookups.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";

/** One for each phase of a three-phase charger, otherwise those that the rules ask for. */
export const chargerPoles = (document: CaseDocument, { charging }: Codebook): number =>
  chargerPhases(document) === 3 ? 3 : charging.poles;
