/** Marks of what was only assumed: circuits and loads of a typical home, and values that a new thing begins with. */

import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Circuit, Load, Panel } from "#core/case/document/types.ts";
import { carFields } from "#core/case/fields/car.ts";
import { circuitFields } from "#core/case/fields/circuit.ts";
import { fieldKey } from "#core/case/fields/field.ts";
import { loadFields } from "#core/case/fields/load.ts";
import { outletFields } from "#core/case/fields/outlet.ts";
import { segmentFields } from "#core/case/fields/run.ts";
import { ownValue } from "#core/own-value.ts";

/** Keys in `survey.sources` of things that can be assumed as a whole. */
export const assumedKey = {
  circuit: (id: string) => fieldKey(circuitFields.ratingA, id),
  load: (id: string) => fieldKey(loadFields.va, id),
  carDistance: (index: number) => fieldKey(carFields.distancePerDay, index),
  partLength: (index: number) => fieldKey(segmentFields.length, index),
  outletType: (id: string) => fieldKey(outletFields.type, id),
} as const;

/** Whether a value is marked as assumed, by its key in the sources. */
export const isAssumed = ({ survey }: CaseDocument, key: string): boolean =>
  ownValue(survey?.sources ?? {}, key) === "assumed";

/** Of some things those that are marked as assumed; a case without marks is not searched. */
const markedOf = <T extends { id: string }>(
  document: CaseDocument,
  things: readonly T[] | undefined,
  key: (id: string) => string,
): T[] => (document.survey?.sources && things ? things.filter(({ id }) => isAssumed(document, key(id))) : []);

/** The circuits of a panel with an assumed rating. */
export const assumedCircuits = (document: CaseDocument, panel: Panel): Circuit[] =>
  markedOf(document, panel.circuits, assumedKey.circuit);

/** The loads with an assumed nameplate. */
export const assumedLoads = (document: CaseDocument): Load[] => markedOf(document, document.loads, assumedKey.load);

/** Marks values as assumed, or takes the marks away. */
export function markAssumed(document: CaseDocument, keys: readonly string[], assumed: boolean): Patch {
  const marks = assumed ? Object.fromEntries(keys.map((key) => [key, "assumed" as const])) : {};
  const sources = Object.entries(document.survey?.sources ?? {}).filter(([key]) => !keys.includes(key));
  return setValue(document, "/survey/sources", { ...Object.fromEntries(sources), ...marks });
}

/** Every value of a panel that is only assumed: its own ratings and its circuits. */
export function assumedOfPanel(document: CaseDocument, panel: Panel): string[] {
  const own = Object.entries(document.survey?.sources ?? {}).filter(
    ([key, source]) => source === "assumed" && key.startsWith(`panel.${panel.id}.`),
  );
  return [...own.map(([key]) => key), ...assumedCircuits(document, panel).map((c) => assumedKey.circuit(c.id))];
}

/** Moves the marks of cars along with the cars: `order` names each car's place before, in its new order. */
export const reorderCarMarks = (document: CaseDocument, order: readonly number[]): Patch =>
  reorderMarks(document, assumedKey.carDistance, document.need?.cars?.length ?? 0, order);

/** Moves the marks of the run's parts along with the parts; `order` as for cars. */
export const reorderPartMarks = (document: CaseDocument, order: readonly number[]): Patch =>
  reorderMarks(document, assumedKey.partLength, document.run?.segments?.length ?? 0, order);

function reorderMarks(
  document: CaseDocument,
  keyOf: (index: number) => string,
  count: number,
  order: readonly number[],
): Patch {
  const before = Array.from({ length: count }, (_, i) => keyOf(i));
  if (!before.some((key) => isAssumed(document, key))) return [];
  const assumed = order.flatMap((from, to) => (isAssumed(document, keyOf(from)) ? [keyOf(to)] : []));
  const others = Object.entries(document.survey?.sources ?? {}).filter(([key]) => !before.includes(key));
  const marks = Object.fromEntries(assumed.map((key) => [key, "assumed" as const]));
  return setValue(document, "/survey/sources", { ...Object.fromEntries(others), ...marks });
}
