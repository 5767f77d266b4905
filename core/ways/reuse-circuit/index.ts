/** Take over an abandoned circuit or a charger-ready stub: what its conductor carries decides. */

import { withCircuit } from "#core/case/document/change.ts";
import { wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, Circuit, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName } from "#core/case/fields/names.ts";
import { askedOf, designFor, isDesigned } from "#core/circuit/design.ts";
import { IN_PASSING, requirements, withParts } from "#core/estimate/requirements.ts";
import { circuitRated } from "#core/home/home.ts";
import { loadInSentence } from "#core/rules/demand/loads.ts";
import { rcdOf } from "#core/rules/findings/protection.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import { showA } from "#core/units.ts";
import { chargerTakes, extensionTakes, hasNewParts, newCircuitTakes } from "../circuit-requirements.ts";
import { onPhases } from "../staying-charger.ts";
import type { JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";

/** RCD types that a charger's DC fault current does not blind. */
const NOT_BLINDED: readonly Circuit["rcd"][] = ["A", "F", "B"];

const FAR_END = requirements({ "labour:device:far-end": 1 });
const JOINT = requirements({ "junction-box": 1, "labour:junction-box": 1 }, "order");
const TAKE_OVER = requirements({ "labour:take-over": 1, sundries: 1 }, "order", "permit");

/** The case without loads that only an abandoned circuit fed. */
function withoutItsLoads(document: CaseDocument, circuit: Circuit): CaseDocument {
  const gone = new Set(circuit.loads ?? []);
  for (const other of document.panels.flatMap((p) => p.circuits ?? []))
    if (other.id !== circuit.id) for (const id of other.loads ?? []) gone.delete(id);
  const loads = gone.size === 0 ? document.loads : document.loads.filter((l) => !gone.has(l.id));
  const outlets = document.outlets?.map((o) =>
    o.sharedWith && gone.has(o.sharedWith) ? { ...o, sharedWith: null } : o,
  );
  return { ...document, loads, ...(outlets && { outlets }) };
}

function propose(context: JudgingContext, panel: Panel, circuit: Circuit): Proposal | RefusedProposal {
  const { codebook, document, home } = context;
  const { charging, words } = codebook;
  const name = circuitName(circuit);
  const { conductor } = circuit;
  if (!conductor)
    return {
      refused: [
        wayReason("no-spare-circuit", `The conductor of ${name} has not been seen; it cannot be judged`, "Site survey"),
      ],
    };
  const feeds = document.loads.filter((l) => circuit.loads?.includes(l.id));
  const other =
    circuit.status === "charger-ready" && feeds.find((l) => l.kind !== "ev-charger" || l.existing !== false);
  if (other)
    return {
      refused: [
        wayReason(
          "no-spare-circuit",
          `${name} feeds ${loadInSentence(other, codebook)} too: a charger has a circuit of its own`,
          codebook.sections.outletLoading,
        ),
      ],
    };
  const rated = circuitRated(home, circuit);
  if (!rated)
    return {
      refused: [
        wayReason(
          "no-spare-circuit",
          `The conductor of ${name}, ${conductor.size}, is not in the tables`,
          "Site survey",
        ),
      ],
    };
  const kept = { conductor, poles: circuit.poles };
  // The ampacity along the entered run, otherwise by the conductor's size.
  const asked = askedOf(document, codebook, charging.minimumA, kept);
  const along = asked && codebook.circuit.keptMostA(conductor, asked.segments, asked);
  const mostDeviceA = along?.deviceA ?? charging.deviceOnConductorA(rated);
  const deviceA = (a: number) => {
    const designed = designFor(document, codebook, a, kept);
    return designed && isDesigned(designed)
      ? designed.deviceA
      : Math.min(charging.deviceA(a, document.options?.ukDeviceA), mostDeviceA);
  };
  // Where these rules ask for an RCD, the new device brings it with it.
  const protectedOne = !codebook.asksFor.earthing || NOT_BLINDED.includes(rcdOf(panel, circuit));
  const cleared = circuit.status === "abandoned" ? withoutItsLoads(document, circuit) : document;
  return {
    document: withCircuit(cleared, circuit.id, {
      status: "in-use",
      label: "Charger",
      loads: [],
      endsSeen: circuit.endsSeen ?? false,
      ...(!protectedOne && { rcd: "A" as const, device: "rcbo" as const }),
    }),
    chargerPlacement: { panel: panel.id, circuit: circuit.id, deviceA, ...onPhases(document, circuit, undefined) },
    mostA: along?.chargeA ?? charging.chargeOnCircuitA(mostDeviceA),
    leastA: charging.minimumA,
    drawsByItselfA: context.wanted.chargeA,
    takesWork: true,
    solves: [],
    limitedBy: (link) =>
      link === null || link.demandScope === "circuit"
        ? wayReason(
            "conductor-limit",
            `The conductor of ${name} carries ${showA(rated.ampacityA)}: ${rated.cited.numbers}`,
            rated.cited.rule,
          )
        : null,
    work: ({ circuitA, chargeA }) => [
      {
        id: "take-over",
        text: circuit.endsSeen
          ? `Prove ${name} dead, and see its conductor along the whole length`
          : `Prove ${name} dead, follow it to both ends and see its conductor along the whole length`,
        requires: withParts(TAKE_OVER, chargerTakes(context.document, chargeA)),
        link: linkId.conductor(circuit.id),
      },
      {
        id: "far-end",
        text: `Open its far end: ${words.farEnd}, and terminate it anew`,
        requires: FAR_END,
        link: linkId.conductor(circuit.id),
      },
      ...(circuitA === circuit.ratingA && protectedOne
        ? []
        : [
            {
              id: "exchange-device",
              text: `Change its ${words.device}${circuit.ratingA ? ` of ${showA(circuit.ratingA)}` : ""} for ${protectedOne ? "one" : "an RCBO of type A"} of ${showA(circuitA)}`,
              requires: SHARED_REQUIREMENTS.device,
              link: linkId.device(circuit.id),
            },
          ]),
      {
        id: "extend",
        text: `Reroute or extend it to the charger, and relabel it${hasNewParts(document) ? ": from an accessible joint, along the parts of the run that are new" : ""}`,
        requires: hasNewParts(document)
          ? withParts(JOINT, extensionTakes(document, codebook, kept, chargeA))
          : IN_PASSING,
        link: "charger",
      },
    ],
    cautions: [],
    ...(circuit.endsSeen !== true && {
      unseen: {
        look: `${name} is seen at both ends`,
        without: ["take-over", "far-end", "exchange-device", "extend"],
        work: ({ circuitA, chargeA }: { circuitA: number; chargeA: number }) => [
          {
            id: "new-circuit",
            text: `New ${showA(circuitA)} circuit all along, as ${name} is unfit`,
            requires: newCircuitTakes(context.document, codebook, circuitA, chargeA),
            link: "charger",
          },
        ],
      },
    }),
  };
}

export const reuseCircuit = {
  id: "reuse-circuit",
  switchesOff: "panel",
  words: {
    "en-US": { name: "Spare circuit", means: "Take over an abandoned or charger-ready circuit" },
    "en-GB": { name: "Spare circuit", means: "Take over a disused or charger-ready circuit" },
  },
  leaves: () => "Uses what is there; its conductor limits the current for good.",
  headline: ({ chargeA }) => `the spare circuit, at ${chargeA} A,`,
  propose(context) {
    const { poles } = context.codebook.charging;
    const spare = context.document.panels.flatMap((panel) =>
      (panel.circuits ?? [])
        .filter((c) => c.id !== context.staying?.circuit?.id)
        .filter((c) => (c.status === "abandoned" || c.status === "charger-ready") && (c.poles ?? poles) >= poles)
        .map((circuit) => propose(context, panel, circuit)),
    );
    return spare.length > 0
      ? spare
      : [
          {
            refused: [
              wayReason("no-spare-circuit", "No abandoned or charger-ready circuit has been recorded", "Site survey"),
            ],
          },
        ];
  },
} as const satisfies Way;
