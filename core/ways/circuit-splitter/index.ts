/** An automatic switch that shares one circuit between an appliance and the charger, appliance first. */

import { withCharger, withCircuit } from "#core/case/document/change.ts";
import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { Circuit, Load, LoadKindId, Outlet, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { outletName, panelName } from "#core/case/fields/names.ts";
import { requirements, withParts } from "#core/estimate/requirements.ts";
import { loadInSentence, loadName } from "#core/rules/demand/loads.ts";
import { showA } from "#core/units.ts";
import { capital, withArticle } from "#core/words.ts";
import { joined } from "../charger-placement.ts";
import { chargerTakes, newCircuitTakes } from "../circuit-requirements.ts";
import { outletStop, turnedRound } from "../existing-outlet/index.ts";
import { PRIORITY_SWITCH } from "../priority.ts";
import { startingAt } from "../starting-at.ts";
import type { ChargerPlacement, JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";
import { exchangeForPlug, panelTroubles } from "../work.ts";

const PLUG_IN = requirements({ splitter: 1, "labour:splitter": 1 }, "order");

interface Shared {
  panel: Panel;
  circuit: Circuit;
  appliance: Load;
  outlet: Outlet | null;
}

/** Appliance circuits that could be shared. */
function sharedCircuits({ document, codebook }: JudgingContext): Shared[] {
  const { sharing } = codebook;
  // A second charger may take turns with the first, on its circuit.
  const kinds: readonly LoadKindId[] =
    sharing.needsOutlet && document.enquiry?.reason === "second-charger"
      ? [...sharing.kinds, "ev-charger"]
      : sharing.kinds;
  return document.panels.flatMap((panel) =>
    (panel.circuits ?? [])
      .filter((c) => (c.status ?? "in-use") === "in-use" && (c.ratingA ?? 0) >= sharing.leastCircuitA)
      .flatMap((circuit) => {
        const outlet = document.outlets?.find((o) => o.circuit === circuit.id) ?? null;
        const appliance = document.loads.find(
          (l) => (circuit.loads?.includes(l.id) || outlet?.sharedWith === l.id) && kinds.includes(l.kind),
        );
        return appliance ? [{ panel, circuit, appliance, outlet }] : [];
      }),
  );
}

/** What the plug and the two receptacles of a splitter are: the appliance keeps its own, the charger has that of its plug. */
function endsInWords({ document: { charger } }: JudgingContext, { type }: Outlet): string {
  const own = charger?.connection === "plug" ? (charger.plug ?? type) : type;
  return `, with a ${type} plug, a ${type} receptacle for the appliance and ${own === type ? "another" : `a ${own}`} for the charger`;
}

function propose(context: JudgingContext, { panel, circuit, appliance, outlet }: Shared): Proposal | RefusedProposal {
  const { codebook, charger, document } = context;
  const { sharing, charging } = codebook;
  const name = loadName(appliance, codebook);
  const theAppliance = loadInSentence(appliance, codebook);
  const stops: WayReason[] = [];
  if (sharing.needsOutlet) {
    if (!outlet)
      stops.push(
        wayReason(
          "no-outlet",
          `${capital(theAppliance)} is hard-wired: there is no ${codebook.words.outlet} to share`,
          codebook.sections.sharedOutlet,
        ),
      );
    else {
      const stop = outletStop(context, outlet);
      if (stop) stops.push(stop);
      else if (codebook.outlets[outlet.type]?.slow)
        stops.push(
          wayReason(
            "no-outlet",
            `The ${outletName(outlet, codebook)} is not what ${theAppliance} is plugged into: there is nothing to share`,
            codebook.sections.sharedOutlet,
          ),
        );
    }
  } else {
    // A switch wired into the circuit disturbs the board.
    const troubled = panelTroubles(startingAt(context, panel)).filter(
      (t) => t.panel.id === panel.id && t.reason.code === "board-unsafe",
    );
    stops.push(...troubled.map((t) => t.reason));
    // The switch stands at the board: its cable to the charger must not lead from another building.
    if (document.charger?.panel !== undefined && document.charger.panel !== panel.id)
      stops.push(
        wayReason(
          "out-of-reach",
          `The ${name.toLowerCase()} circuit starts at ${panelName(panel, codebook)}, not where the charger's cable starts`,
          sharing.cited.rule,
        ),
      );
  }
  if (stops.length > 0) return { refused: stops };
  const placed: ChargerPlacement = {
    panel: panel.id,
    circuit: circuit.id,
    ...(outlet && sharing.needsOutlet && { outlet: outlet.id }),
    interlockedWith: appliance.id,
  };
  const exchange = sharing.needsOutlet && !charger.plug;
  const listed = circuit.loads?.includes(appliance.id)
    ? document
    : withCircuit(document, circuit.id, { loads: [...(circuit.loads ?? []), appliance.id] });
  return {
    document: exchange ? withCharger(joined(listed, placed), { connection: "plug" }) : listed,
    chargerPlacement: placed,
    mostA: charging.chargeOnCircuitA(circuit.ratingA ?? 0),
    leastA: charging.minimumA,
    drawsByItselfA: context.wanted.chargeA,
    ...(charging.ownCircuitRule && { departsFrom: charging.ownCircuitRule }),
    takesWork: exchange || !sharing.needsOutlet || outlet?.leadHangs === false,
    solves: [],
    work: ({ circuitA, chargeA }) => [
      ...(exchange ? [exchangeForPlug(context)] : []),
      ...(outlet ? turnedRound(context, outlet) : []),
      ...(sharing.needsOutlet
        ? [
            {
              id: "splitter",
              text: `Fit an automatic splitter at the ${name.toLowerCase()} outlet${outlet ? endsInWords(context, outlet) : ""}, and prove that it trips`,
              requires: withParts(PLUG_IN, chargerTakes(document, chargeA)),
              link: outlet ? linkId.outlet(outlet.id) : linkId.device(circuit.id),
            },
          ]
        : [
            {
              id: "splitter",
              text: `Fit a priority switch in the ${name.toLowerCase()} circuit, and prove that the charger waits`,
              requires: PRIORITY_SWITCH,
              link: linkId.device(circuit.id),
            },
            {
              id: "new-circuit:shared",
              text: "Run the charger's cable from the priority switch",
              requires: newCircuitTakes(document, codebook, circuitA, chargeA),
              link: "charger",
            },
          ]),
    ],
    cautions: [
      appliance.kind === "ev-charger"
        ? "The two chargers take turns: while one charges, the other waits."
        : "While the appliance runs, charging waits.",
    ],
  };
}

export const circuitSplitter = {
  id: "circuit-splitter",
  switchesOff: "panel",
  words: {
    "en-US": { name: "Circuit splitter", means: "One circuit shared with an appliance, appliance first" },
    "en-GB": { name: "Priority switch", means: "One circuit shared with a shower or cooker, which goes first" },
  },
  leaves: ({ supply }) => `No new load on the ${supply}; charging always yields to the appliance.`,
  headline: ({ chargeA }) => `${withArticle(showA(chargeA))} shared circuit`,
  propose(context) {
    const { sharing } = context.codebook;
    const shared = sharedCircuits(context);
    return shared.length > 0
      ? shared.map((circuit) => propose(context, circuit))
      : [
          {
            refused: [
              wayReason(
                "no-shared-circuit",
                `No appliance circuit of ${sharing.leastCircuitA} A or more that could be shared has been recorded`,
                sharing.cited.rule,
              ),
            ],
          },
        ];
  },
} as const satisfies Way;
