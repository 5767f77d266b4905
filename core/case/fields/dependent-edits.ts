/** Edits that follow from another one: a value read off the same thing, and one that is no longer true. */
import { hasOtherEarthOf } from "../document/change.ts";
import { onSupply } from "../document/lookups.ts";
import type { Patch } from "../document/patch.ts";
import { setValue } from "../document/set-value.ts";
import type { CaseDocument, Supply } from "../document/types.ts";

/**
 * In North America the rating of a service is read off its main breaker: where one panel is on the service, its main is
 * entered with the rating, as long as it is empty or was the same.
 */
function mainWithRating(document: CaseDocument, ratingA: unknown): Patch {
  const heads = document.panels.filter(onSupply);
  const [head] = heads;
  if (heads.length !== 1 || !head || head.mainKind === "lugs") return [];
  const { mainA = null } = head;
  if (mainA !== null && mainA !== document.supply.ratingA) return [];
  return setValue(document, `/panels/${document.panels.indexOf(head)}/mainA`, ratingA ?? undefined);
}

/**
 * The edits that follow from setting one value.
 * @param pointer of the field that is entered
 * @param isReadOffMain whether the rules read the rating of a supply off the main device
 */
export function dependentEdits(document: CaseDocument, pointer: string, value: unknown, isReadOffMain: boolean): Patch {
  if (pointer === "/supply/ratingA" && isReadOffMain) return mainWithRating(document, value);
  if (pointer === "/supply/earthing" && hasOtherEarthOf(document, value as Supply["earthing"]))
    return setValue(document, "/supply/zeOhm", undefined);
  return [];
}
