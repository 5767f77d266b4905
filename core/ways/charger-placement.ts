/** Putting a charger into a case: its circuit, its load, its clamps. */
import { withCharger, withCircuit, withPanel } from "#core/case/document/change.ts";
import { circuitOf, hasTypeB, isResidualElsewhere } from "#core/case/document/lookups.ts";
import type { CaseDocument, Charger, Circuit, ClampLimit, Load, Panel } from "#core/case/document/types.ts";
import { chargerPoles } from "#core/panel/charger-poles.ts";
import type { Codebook } from "#core/rules/types.ts";
import type { ChargerPlacement } from "./types.ts";

/** An id that nothing in the case has yet. */
export function freeId(document: CaseDocument, wanted: string): string {
  const taken = (id: string) =>
    document.loads.some((l) => l.id === id) ||
    document.panels.some((p) => p.id === id || p.circuits?.some((c) => c.id === id));
  if (!taken(wanted)) return wanted;
  for (let n = 2; ; n++) if (!taken(`${wanted}-${n}`)) return `${wanted}-${n}`;
}

/**
 * The case with a planned circuit for the charger in a panel, and its id.
 * @param device the device as it would be for the charger's full current, and the first space it is given
 */
export function withNewCircuit(
  document: CaseDocument,
  panel: Panel | null,
  codebook: Codebook,
  { ratingA, position }: { ratingA: number; position: number | null },
): { document: CaseDocument; circuit: string | null } {
  if (!panel) return { document, circuit: null };
  const id = freeId(document, "charger-circuit");
  const { asksFor } = codebook;
  const circuit: Circuit = {
    id,
    label: "Charger",
    ...(position !== null && { position }),
    poles: chargerPoles(document, codebook),
    ratingA,
    status: "in-use",
    planned: true,
    // A new circuit of its own is given what these rules ask for it.
    ...(asksFor.earthing && { rcd: rcdOfNew(document), curve: "B" }),
    loads: [],
  };
  const circuits = document.panels.find((p) => p.id === panel.id)?.circuits ?? [];
  return { document: withPanel(document, panel.id, { circuits: [...circuits, circuit] }), circuit: id };
}

/** The residual current device in a new circuit's own device. */
const rcdOfNew = (document: CaseDocument): NonNullable<Circuit["rcd"]> =>
  isResidualElsewhere(document) ? "none" : hasTypeB(document) ? "B" : "A";

/**
 * The charger's fields of a proposal's home, before its current is known. A charger that feeds back is a source at its
 * circuit; a new circuit is put at the far end of the bus.
 */
export const joined = (document: CaseDocument, { panel, circuit, outlet }: ChargerPlacement): CaseDocument => {
  const { circuit: _c, outlet: _o, load: _l, ...charger } = document.charger ?? {};
  const placed = withCharger(
    { ...document, charger },
    { ...(panel && { panel }), ...(circuit && { circuit }), ...(outlet && { outlet }) },
  );
  const exportA = exportOf(charger);
  const isPlanned = circuitOf(document, circuit)?.circuit.planned === true;
  return circuit && exportA !== null
    ? withCircuit(placed, circuit, { backfeed: { outputA: exportA, oppositeEnd: isPlanned } })
    : placed;
};

/** The largest current that a charger feeds back, A; null where it does not, or nobody knows. */
export const exportOf = ({ twoWay, exportA, maxA }: Charger): number | null =>
  twoWay ? (exportA ?? maxA ?? null) : null;

/** The home with the charger in it, at a current; with the clamps that hold it back. */
export function withCharge(
  document: CaseDocument,
  placed: ChargerPlacement,
  chargeA: number,
  limits: readonly ClampLimit[] = [],
): CaseDocument {
  const id = freeId(document, "charger");
  const load: Load = {
    id,
    kind: "ev-charger",
    label: "Charger",
    amps: chargeA,
    ...(placed.volts !== undefined && { volts: placed.volts }),
    existing: false,
    ...(placed.panel && { panel: placed.panel }),
    ...(placed.phases ? { phases: placed.phases } : placed.phase && { phase: placed.phase }),
    ...(placed.interlockedWith && { interlockedWith: placed.interlockedWith }),
    ...(placed.waitsFor && { waitsFor: placed.waitsFor }),
    ...(limits.length > 0 && { managed: [...limits] }),
  };
  const other: Load[] = placed.sharesWith ? [{ ...placed.sharesWith, managed: [...limits] }] : [];
  const withLoad = withCharger({ ...document, loads: [...document.loads, ...other, load] }, { load: id });
  if (!placed.circuit) return withLoad;
  const circuit = document.panels.flatMap((p) => p.circuits ?? []).find((c) => c.id === placed.circuit);
  return withCircuit(withLoad, placed.circuit, {
    loads: [...(circuit?.loads ?? []), id],
    ...(placed.deviceA && { ratingA: placed.deviceA(chargeA) }),
  });
}
