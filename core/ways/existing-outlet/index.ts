/** Charge from an outlet that is already there. */

import { withCharger } from "#core/case/document/change.ts";
import { circuitOf } from "#core/case/document/lookups.ts";
import { wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, Charger, Outlet, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { outletName } from "#core/case/fields/names.ts";
import { CAUTIONS } from "#core/cautions.ts";
import { requirements, type WorkItem, withParts } from "#core/estimate/requirements.ts";
import { loadInSentence } from "#core/rules/demand/loads.ts";
import { exceeds } from "#core/tolerance.ts";
import { lengthM } from "#core/units.ts";
import { joined } from "../charger-placement.ts";
import { chargerTakes } from "../circuit-requirements.ts";
import type { ChargerPlacement, JudgingContext, Proposal, RefusedProposal, Way } from "../types.ts";
import { exchangeForPlug } from "../work.ts";

const CHECK = requirements({ "labour:check-outlet": 1 });
const TURN = requirements({ "labour:device": 1 });
const EXCHANGE_LEAD = requirements({ "labour:exchange": 1 }, "order");

/** Why the outlet is no place to charge from, or null. */
export function outletStop({ codebook }: JudgingContext, outlet: Outlet) {
  const { sharing, outlets } = codebook;
  if (outlets[outlet.type]?.grounded === false || outlet.grounded === false)
    return wayReason(
      "outlet-ungrounded",
      `The ${outletName(outlet, codebook)} has no equipment ground and cannot feed a charger`,
      codebook.sections.ungroundedOutlet,
    );
  if (outlet.leadLength && exceeds(lengthM(outlet.leadLength), lengthM(sharing.reach)))
    return wayReason(
      "out-of-reach",
      `The car is out of the lead's reach (${sharing.reach.value} ${sharing.reach.unit} at most), and no extension may be used`,
      sharing.reachRule,
    );
  return null;
}

/**
 * Other appliances on the outlet or on its circuit. A general circuit may serve any plug; a high-current outlet serves
 * one appliance.
 */
function sharedBy({ document, codebook }: JudgingContext, outlet: Outlet): string | null {
  const circuit = circuitOf(document, outlet.circuit)?.circuit;
  const ids = [...(outlet.sharedWith ? [outlet.sharedWith] : []), ...(circuit?.loads ?? [])];
  const load = document.loads.find(
    (l) => ids.includes(l.id) && !codebook.loadKinds.find((k) => k.kind === l.kind)?.isCircuit,
  );
  if (load) return loadInSentence(load, codebook);
  const other = document.outlets?.find((o) => o.id !== outlet.id && outlet.circuit && o.circuit === outlet.circuit);
  return other && !codebook.outlets[outlet.type]?.slow ? `the ${outletName(other, codebook)}` : null;
}

/** Whether a socket is on a ring or on a radial of several sockets, as far as anybody knows. */
function isShared({ document, codebook }: JudgingContext, outlet: Outlet): boolean {
  const circuit = circuitOf(document, outlet.circuit)?.circuit;
  if (!circuit) return true;
  const kinds = document.loads.filter((l) => circuit.loads?.includes(l.id)).map((l) => l.kind);
  return kinds.some((kind) => codebook.loadKinds.find((k) => k.kind === kind)?.isCircuit);
}

/** The panels that may feed an outlet of which nobody knows the circuit: the one that the case names, or any. */
const panelsThatMayFeed = ({ document, path }: JudgingContext): readonly Panel[] =>
  document.charger?.panel !== undefined && path.target.panel ? [path.target.panel] : document.panels;

/** The charger's plug, where it does not fit an outlet; null where it does, or nobody has said which it has. */
const plugThatDoesNotFit = ({ charger }: CaseDocument, { type }: Outlet): string | null =>
  charger?.connection === "plug" && charger.plug !== undefined && charger.plug !== type ? charger.plug : null;

/** Another lead for a charger whose plug does not fit. */
const exchangePlug = (plug: string, { type }: Outlet): WorkItem => ({
  id: "exchange-plug",
  text: `Have the lead with the ${plug} plug changed for its maker's lead with a ${type} plug: no adapter`,
  requires: EXCHANGE_LEAD,
  link: "charger",
});

/** Work at an outlet whose plug would hang over its face: the lead bends at the plug, and pulls on its contacts. */
export const turnedRound = ({ codebook }: JudgingContext, outlet: Outlet): WorkItem[] =>
  outlet.leadHangs === false
    ? [
        {
          id: "turn-outlet",
          text: `Turn the ${outletName(outlet, codebook)} round, so that the lead of the plug hangs straight down`,
          requires: TURN,
          link: linkId.outlet(outlet.id),
        },
      ]
    : [];

function propose(context: JudgingContext, outlet: Outlet): Proposal | RefusedProposal {
  const { document, codebook, charger } = context;
  const use = codebook.outlets[outlet.type];
  const { words, charging, sections, sharing } = codebook;
  if (!use)
    return {
      refused: [
        wayReason("no-outlet", `A ${outlet.type} is not a ${words.outlet} of these rules`, sections.outletCharging),
      ],
    };
  const stop = outletStop(context, outlet);
  if (stop) return { refused: [stop] };
  const other = sharedBy(context, outlet);
  if (other)
    return {
      refused: [
        wayReason(
          "no-outlet",
          `The ${outletName(outlet, codebook)} shares its circuit with ${other}: a charger has a circuit of its own${sharing.needsOutlet ? " or an automatic splitter" : ""}`,
          sections.outletLoading,
        ),
      ],
    };
  const found = circuitOf(document, outlet.circuit);
  const [panel, ...others] = found ? [found.panel] : panelsThatMayFeed(context);
  const placed: ChargerPlacement = {
    panel: panel?.id ?? null,
    circuit: found?.circuit.id ?? null,
    outlet: outlet.id,
    volts: use.volts,
  };
  const exchange = !charger.plug;
  const otherPlug = use.slow || exchange ? null : plugThatDoesNotFit(document, outlet);
  const mostA = Math.min(use.chargeA, charging.chargeOnCircuitA(found?.circuit.ratingA ?? use.circuitA));
  const proposal: Proposal = {
    document: exchange
      ? withCharger(joined(document, placed), { connection: "plug" })
      : otherPlug
        ? withCharger(document, { plug: outlet.type as Charger["plug"] })
        : document,
    chargerPlacement: placed,
    mostA,
    leastA: use.slow ? charging.leastOfferA : charging.minimumA,
    drawsByItselfA: Math.min(use.chargeA, charger.maxA),
    // A lead for household sockets has settings of its own.
    ...(use.slow && { settingsA: SLOW_SETTINGS_A.filter((a) => a <= charger.maxA) }),
    ...(use.slow && charging.ownCircuitRule && isShared(context, outlet) && { departsFrom: charging.ownCircuitRule }),
    takesWork: exchange || otherPlug !== null || outlet.leadHangs === false,
    solves: [],
    work: ({ chargeA }) => [
      {
        id: "check-outlet",
        text: `Check the ${outletName(outlet, codebook)} for heat marks and a firm grip`,
        requires: use.slow ? CHECK : withParts(CHECK, chargerTakes(document, chargeA)),
        link: linkId.outlet(outlet.id),
      },
      ...(exchange ? [exchangeForPlug(context)] : []),
      ...(otherPlug ? [exchangePlug(otherPlug, outlet)] : []),
      ...turnedRound(context, outlet),
    ],
    cautions: use.slow ? [CAUTIONS.householdSocket[codebook.conventions.locale]] : [],
  };
  if (others.length === 0) return proposal;
  return { ...proposal, orElse: others.map(({ id }) => ({ ...proposal, chargerPlacement: { ...placed, panel: id } })) };
}
const SLOW_SETTINGS_A = [6, 8, 10, 12, 13, 16];

export const existingOutlet = {
  id: "existing-outlet",
  switchesOff: "nothing",
  words: {
    "en-US": { name: "Existing receptacle", means: "Charge from a receptacle that is already there" },
    "en-GB": { name: "Existing socket", means: "Charge from a socket that is already there" },
  },
  leaves: () => "Nothing is changed; the next car will need more.",
  headline: ({ chargeA }, { outlet }) => `the ${outlet} already there, at ${chargeA} A,`,
  propose(context) {
    const outlets = context.document.outlets ?? [];
    if (outlets.length === 0)
      return [
        {
          refused: [
            wayReason(
              "no-outlet",
              `No free ${context.codebook.words.outlet} near the car has been recorded`,
              "Site survey",
            ),
          ],
        },
      ];
    return outlets.map((outlet) => propose(context, outlet));
  },
} as const satisfies Way;
