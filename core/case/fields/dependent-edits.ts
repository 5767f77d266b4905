/** Values that are read off the same thing as another one, and so are entered with it. */
import type { Patch } from "../document/patch.ts";
import { setValue } from "../document/set-value.ts";
import type { CaseDocument } from "../document/types.ts";

/**
 * In North America the rating of a service is read off its main breaker: where one panel is on the service, its main is
 * entered with the rating, as long as it is empty or was the same.
 * @param pointer of the field that is entered
 * @param isReadOffMain whether the rules read the rating of a supply off the main device
 */
export function sameReading(document: CaseDocument, pointer: string, value: unknown, isReadOffMain: boolean): Patch {
  if (pointer !== "/supply/ratingA" || !isReadOffMain) return [];
  const heads = document.panels.flatMap((p, i) => ((p.fedFrom ?? "supply") === "supply" ? [i] : []));
  const [index] = heads;
  const head = index === undefined ? undefined : document.panels[index];
  if (heads.length !== 1 || !head || head.mainKind === "lugs") return [];
  const { mainA = null } = head;
  if (mainA !== null && mainA !== document.supply.ratingA) return [];
  return setValue(document, `/panels/${index}/mainA`, value ?? undefined);
}
