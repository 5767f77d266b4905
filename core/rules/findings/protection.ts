/** The protective devices of circuits and receptacles, as they were recorded. */
import { circuitOf } from "#core/case/document/lookups.ts";
import type { CaseDocument, Circuit, Outlet, Panel, RcdGroup } from "#core/case/document/types.ts";

/** Whether a receptacle for charging has GFCI protection; undefined where this is unknown. */
export function gfciOf(document: CaseDocument, outlet: Outlet, circuit?: Circuit | null): boolean | undefined {
  if (outlet.gfci !== undefined) return outlet.gfci;
  const device = circuit ?? circuitOf(document, outlet.circuit)?.circuit;
  return device?.protects === undefined ? undefined : device.protects !== "afci";
}

/** The RCD type that protects a circuit: its own, otherwise that of the group over its way. */
export function rcdOf(panel: Panel | null, circuit: Circuit): Circuit["rcd"] {
  if (hasOwnRcd(circuit)) return circuit.rcd;
  return groupOver(panel, circuit)?.rcd ?? circuit.rcd;
}

/** The rated residual current of the RCD that protects a circuit, mA; undefined where nobody has read it. */
export const residualOf = (panel: Panel | null, circuit: Circuit): number | undefined =>
  hasOwnRcd(circuit) ? circuit.residualMA : groupOver(panel, circuit)?.residualMA;

const hasOwnRcd = ({ rcd }: Circuit): boolean => rcd !== undefined && rcd !== "none";

/** The group of ways behind one RCD that a circuit stands in. */
const groupOver = (panel: Panel | null, { position: way }: Circuit): RcdGroup | undefined =>
  panel?.rcdGroups?.find((g) => way !== undefined && g.from <= way && way <= g.to);

/** The devices of a panel with type A in the place of every type AC. */
export const withoutTypeAc = ({ circuits, rcdGroups }: Panel): Pick<Panel, "circuits" | "rcdGroups"> => ({
  ...(circuits && { circuits: circuits.map((c) => (c.rcd === "AC" ? { ...c, rcd: "A" } : c)) }),
  ...(rcdGroups && { rcdGroups: rcdGroups.map((g) => (g.rcd === "AC" ? { ...g, rcd: "A" } : g)) }),
});
