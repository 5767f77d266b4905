/** Data of a consent or an approval for the page of the owner or the association. */
import { takenWay } from "#core/decide/decision.ts";
import { leftToCustomer } from "#core/judge/making-good.ts";
import type { ShownConsent } from "#core/quote/shown-paper.ts";
import { showA } from "#core/units.ts";
import type { PaperSource } from "./index.ts";

export function shownConsent({ document, assessment }: PaperSource): ShownConsent {
  const way = takenWay(assessment);
  return {
    kind: "consent",
    way: way ? `${way.name}, charging at ${showA(way.chargeA)}` : "",
    means: way?.means ?? "",
    work: way?.work ?? [],
    leaves: way ? [way.leaves, ...leftToCustomer(document.run ?? null)] : [],
  };
}
