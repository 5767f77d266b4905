/** A charger that gets another place: its circuit goes on from where it ended, or a new one is made. */

import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName } from "#core/case/fields/names.ts";
import { requirements, type WorkItem, withParts } from "#core/estimate/requirements.ts";
import type { ClampGuard } from "#core/path/clamps.ts";
import { showA, showSize } from "#core/units.ts";
import { extensionTakes } from "../circuit-requirements.ts";
import { clampsWork } from "../clamps-work.ts";
import { noChargerThere, onItsCircuit } from "../staying-charger.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";
import { onNewCircuit, untouchable } from "../work.ts";

const JOINT = requirements({ "junction-box": 1, "labour:junction-box": 1 });
const EXTENSION = requirements({ "labour:take-over": 1, sundries: 1 }, "order", "permit");

/** How a charger at its new place is held back, and the work of it. */
interface Hold {
  managed?: true;
  leastA: number;
  work(guards: readonly ClampGuard[]): WorkItem[];
}

/** The circuit goes on from the charger's old place with the conductor that it has; null where that is not known. */
function extended(context: JudgingContext, { managed, leastA, work }: Hold): Proposal | null {
  const { codebook, document, charger, staying } = context;
  const own = onItsCircuit(context, document);
  const circuit = staying?.circuit;
  if (!own || !circuit?.conductor || context.path.target.panel?.id !== staying?.panel?.id) return null;
  const { conductor } = circuit;
  return {
    ...own,
    chargerPlacement: { ...own.chargerPlacement, ...(managed && { managed }) },
    mostA: charger.maxA,
    leastA,
    drawsByItselfA: context.wanted.chargeA,
    takesWork: true,
    solves: [],
    work: ({ guards, chargeA }) => [
      {
        id: "take-off",
        text: `Take the charger off its old place: isolate ${circuitName(circuit)}, prove it dead, and open its end (${codebook.words.farEnd})`,
        requires: JOINT,
        link: linkId.conductor(circuit.id),
      },
      {
        id: "extend",
        text: `Go on in ${showSize(conductor.size)} from a joint that stays accessible to the charger's new place, and mount it there`,
        requires: withParts(
          EXTENSION,
          extensionTakes(document, codebook, { conductor, poles: circuit.poles }, chargeA),
        ),
        link: "charger",
      },
      ...work(guards),
    ],
    cautions: [],
  };
}

/** A new circuit to the new place. */
function madeAnew(context: JudgingContext, { managed, leastA, work }: Hold): Proposal | RefusedProposal {
  const troubles = untouchable(context);
  if (troubles.length > 0) return { refused: troubles.map((t) => t.reason) };
  return onNewCircuit(context, {
    document: context.document,
    panel: context.path.target.panel,
    placed: { ...(managed && { managed }) },
    leastA,
    takesWork: true,
    solves: [],
    after: work,
    cautions: [],
  });
}

const UNMANAGED = ({ codebook }: JudgingContext): Hold => ({ leastA: codebook.charging.minimumA, work: () => [] });
const MANAGED = (context: JudgingContext): Hold => ({
  managed: true,
  leastA: context.codebook.charging.leastOfferA,
  work: (guards) => [clampsWork(context, guards, context.document, context.path.target.panel)],
});

export const moveCharger = {
  id: "move-charger",
  switchesOff: "panel",
  joins: ({ enquiry }) => enquiry?.reason === "move",
  leastWork: true,
  startsAtPanel: true,
  words: {
    "en-US": { name: "Existing charger, moved", means: "The charger that is there gets another place" },
    "en-GB": { name: "Existing charger, moved", means: "The charger that is there gets another place" },
  },
  leaves: () => "The old place has no charger any more; its circuit is closed or goes on to the new place.",
  headline: ({ chargeA, limitA }) =>
    `the charger at its new place, ${limitA === undefined ? `at ${showA(chargeA)}` : `held below ${showA(limitA)}`},`,
  propose(context) {
    if (!context.staying) return [{ refused: [noChargerThere()] }];
    const holds = [UNMANAGED(context), ...(context.charger.managed ? [MANAGED(context)] : [])];
    return holds.flatMap((hold) => [extended(context, hold) ?? [], madeAnew(context, hold)].flat());
  },
} as const satisfies Way;
