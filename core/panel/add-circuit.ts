/** The edit that adds a circuit to a panel, with the load and the receptacle that were entered with it. */
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Circuit, Outlet } from "#core/case/document/types.ts";
import type { NotUnderstood } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { addDevice, arrangedPatch } from "./arrange.ts";
import { loadNamed, openCircuitLoad } from "./links.ts";
import type { EnteredCircuit } from "./quick-circuit.ts";

interface AddedCircuit {
  patch: Patch;
  /** The id of the new circuit. */
  circuit: string;
  /** The existing load that it was linked to, e.g. "linked to Range, which is in the ledger"; empty without one. */
  linked: string;
}

/**
 * Links a circuit to an unfed load of the same name, or to a load that represents several circuits of its kind;
 * otherwise the typed load is new.
 * @param place the space of its first pole; null for the first one with room
 * @param newId makes an id for a kind of thing
 * @returns the edit, or the reason why there is no room
 */
export function addCircuit(
  document: CaseDocument,
  panelId: string,
  { device, load: typed, outlet: outletType }: EnteredCircuit,
  { place, newId }: { place: number | null; newId(kind: string): string },
): AddedCircuit | NotUnderstood {
  const panel = document.panels.find((p) => p.id === panelId);
  if (!panel) return { problem: "The panel is no longer there" };
  const { loadKinds } = codebookOf(document.rules);
  const isCircuit = typed !== null && loadKinds.some(({ kind, isCircuit }) => isCircuit && kind === typed.kind);
  const known =
    device.status === "abandoned"
      ? null
      : (loadNamed(document, device.label ?? "") ?? (isCircuit ? openCircuitLoad(document, typed.kind) : null));
  const load = known ?? (typed && { ...typed, id: newId("load") });
  const circuit: Circuit = { ...device, id: newId("c"), ...(load && { loads: [load.id] }) };
  const arranged = addDevice(panel, circuit, place, codebookOf(document.rules));
  if ("problem" in arranged) return arranged;
  const before: Patch = [
    ...(load && !known ? [{ op: "add" as const, path: "/loads/-", value: load }] : []),
    // A circuit that feeds back proves that the home has a source of its own.
    ...(device.backfeed ? setValue(document, "/supply/onsiteGeneration", true) : []),
  ];
  const outlet: Outlet | null = outletType && {
    id: newId("outlet"),
    type: outletType,
    circuit: circuit.id,
    ...(load && { sharedWith: load.id }),
  };
  const patch: Patch = [...before, ...arrangedPatch(document, panelId, arranged.circuits)];
  return {
    patch: outlet ? [...patch, ...addOutlet(applyPatch(document, patch), outlet)] : patch,
    circuit: circuit.id,
    linked: known ? `linked to ${known.label ?? known.kind}, which is in the ledger` : "",
  };
}

/** Adds a receptacle to the list of the case, which may not exist yet. */
export function addOutlet(document: CaseDocument, value: Outlet): Patch {
  return [
    ...(document.outlets === undefined ? [{ op: "add" as const, path: "/outlets", value: [] }] : []),
    { op: "add", path: "/outlets/-", value },
  ];
}
