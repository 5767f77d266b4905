/** A charger that stays: on its circuit as found, or taken off it by a way that puts it elsewhere. */

import { withCircuit } from "#core/case/document/change.ts";
import { chargerPhases } from "#core/case/document/lookups.ts";
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, Circuit } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName } from "#core/case/fields/names.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import type { ChargerPlacement, JudgingContext, Proposal } from "./types.ts";

const OLD_END = requirements({ "labour:device:abandoned": 1, "labour:device:far-end": 1 });

/** The visit is about a charger that is there, and the loads have none. */
export const noChargerThere = (): WayReason =>
  wayReason("no-charger", "No charger that is there already is among the loads of the home", "Site survey");

/**
 * A staying charger on the circuit that feeds it today, in a home after some work.
 * @returns null where no charger stays, or its circuit is not known
 */
export function onItsCircuit(
  { staying, phase }: JudgingContext,
  document: CaseDocument,
): { document: CaseDocument; chargerPlacement: ChargerPlacement } | null {
  if (!staying?.panel || !staying.circuit) return null;
  return {
    document: withCircuit(document, staying.circuit.id, { status: "in-use" }),
    chargerPlacement: {
      panel: staying.panel.id,
      circuit: staying.circuit.id,
      ...onPhases(document, staying.circuit, phase),
    },
  };
}

/** The phase that a charger is put on; all three where its circuit has them. */
export const onPhases = (
  document: CaseDocument,
  { poles = 1 }: Circuit,
  phase: JudgingContext["phase"],
): Pick<ChargerPlacement, "phase" | "phases"> =>
  chargerPhases(document) === 3 && poles >= 3 ? { phases: 3 } : phase ? { phase } : {};

/** A proposal with the work at the circuit that a staying charger is taken off; unchanged where it stays on it. */
export function withOldEnd({ staying }: JudgingContext, proposal: Proposal): Proposal {
  const old = staying?.circuit;
  if (!old || proposal.chargerPlacement.circuit === old.id) return proposal;
  return {
    ...proposal,
    document: withCircuit(proposal.document, old.id, { status: "abandoned" }),
    takesWork: true,
    work: (at) =>
      beforeNewCircuit(proposal.work(at), {
        id: `take-out:${old.id}`,
        text: `Take the charger off its old circuit: prove ${circuitName(old)} dead, take its device out, and cap and label its conductors at both ends`,
        requires: OLD_END,
        link: linkId.conductor(old.id),
      }),
  };
}

/** Work with one more item before the new circuit, or before everything where there is none. */
function beforeNewCircuit(items: readonly WorkItem[], item: WorkItem): WorkItem[] {
  const at = Math.max(
    0,
    items.findIndex(({ id }) => id === "new-circuit"),
  );
  return [...items.slice(0, at), item, ...items.slice(at)];
}
