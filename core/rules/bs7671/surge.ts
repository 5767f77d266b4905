/** Protection against overvoltage: offered with the work; the owner accepts it, or the refusal is recorded. */
import { type Asked, answerTo } from "#core/case/document/confirmations.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { panelName } from "#core/case/fields/names.ts";
import { capital } from "#core/words.ts";
import { askedByNote } from "../findings/notes.ts";
import type { Codebook } from "../types.ts";

export const SURGE_RULE = "BS 7671 443.4";
export const SURGE_OFFER = "Offer surge protection with the work: yes where the owner wants it, refused where not";

/** The note on a board without surge protection. */
export const withoutSurge = (panel: Panel, codebook: Pick<Codebook, "words">): string =>
  `${capital(panelName(panel, codebook))} has no surge protection: offer it, record a refusal`;

/** The offer as a question to the owner. */
const surgeOffer = (panel: Panel, codebook: Pick<Codebook, "words">): Asked =>
  askedByNote({
    code: "surge-protection-missing",
    link: linkId.panel(panel.id),
    text: withoutSurge(panel, codebook),
    todo: SURGE_OFFER,
  });

/** What the owner answered to the offer for a board that has no surge protection; null while it is open. */
export function surgeAnswer(
  document: CaseDocument,
  panel: Panel,
  codebook: Pick<Codebook, "words">,
): "wanted" | "refused" | null {
  if (panel.surgeProtection !== false) return null;
  const given = answerTo(surgeOffer(panel, codebook), document);
  if (!given || given.isStale) return null;
  return given.answer === "yes" ? "wanted" : given.answer === "refused" ? "refused" : null;
}
