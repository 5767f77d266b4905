/** The protective devices of circuits and receptacles, as they were recorded. */
import { circuitOf } from "#core/case/document/lookups.ts";
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";

/** Whether a receptacle for charging has GFCI protection; undefined where this is unknown. */
export function gfciOf(document: CaseDocument, outlet: Outlet, circuit?: Circuit | null): boolean | undefined {
  if (outlet.gfci !== undefined) return outlet.gfci;
  const device = circuit ?? circuitOf(document, outlet.circuit)?.circuit;
  return device?.protects === undefined ? undefined : device.protects !== "afci";
}

/** The RCD type that protects a circuit: its own, otherwise that of the group over its way. */
export function rcdOf(panel: Panel | null, circuit: Circuit): Circuit["rcd"] {
  if (circuit.rcd !== undefined && circuit.rcd !== "none") return circuit.rcd;
  const way = circuit.position;
  const group = panel?.rcdGroups?.find((g) => way !== undefined && g.from <= way && way <= g.to);
  return group?.rcd ?? circuit.rcd;
}

/** The devices of a panel with type A in the place of every type AC. */
export const withoutTypeAc = ({ circuits, rcdGroups }: Panel): Pick<Panel, "circuits" | "rcdGroups"> => ({
  ...(circuits && { circuits: circuits.map((c) => (c.rcd === "AC" ? { ...c, rcd: "A" } : c)) }),
  ...(rcdGroups && { rcdGroups: rcdGroups.map((g) => (g.rcd === "AC" ? { ...g, rcd: "A" } : g)) }),
});
