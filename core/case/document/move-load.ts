/** Another order of the loads. */
import type { Patch } from "./patch.ts";
import type { CaseDocument } from "./types.ts";

/**
 * Moves a load to the place of another one; if that one is on another panel, the load moves to that panel too.
 * @param from place of the load, from 0
 * @param to its new place
 */
export function moveLoad({ loads }: Pick<CaseDocument, "loads">, from: number, to: number): Patch {
  const load = loads[from];
  const onto = loads[to];
  if (!load || !onto || from === to) return [];
  const { panel: _, ...rest } = load;
  return [
    { op: "remove", path: `/loads/${from}` },
    { op: "add", path: `/loads/${to}`, value: onto.panel === undefined ? rest : { ...rest, panel: onto.panel } },
  ];
}
