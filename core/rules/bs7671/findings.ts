/** Faults that BS 7671 and the network operators of the United Kingdom know. */

import { withCharger, withCircuit, withPanel, withSupply } from "#core/case/document/change.ts";
import {
  arrangesLostPen,
  feedsBack,
  hasGenerationOrBattery,
  hasTypeB,
  isResidualElsewhere,
} from "#core/case/document/lookups.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName, panelName } from "#core/case/fields/names.ts";
import { requirements } from "#core/estimate/requirements.ts";
import { showOhm } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { faultWhen } from "../findings/fault-when.ts";
import { rcdOf, residualOf, withoutTypeAc } from "../findings/protection.ts";
import type { FindingRule } from "../findings/types.ts";
import type { Home, PathTarget } from "../home.ts";
import { earthFindings } from "./earth-findings.ts";
import { MOST_ZE_OHM, STABLE_ELECTRODE_OHM } from "./earthing.ts";
import type { Bs7671Sections } from "./sections.ts";
import { SURGE_OFFER, SURGE_RULE, surgeAnswer, withoutSurge } from "./surge.ts";

const TAKES = {
  earth: requirements({ earth: 1, "labour:earth": 1 }, "order"),
  separation: requirements({ separation: 1 }, "operator", "utility-visit"),
  rcds: requirements({ "device:rcd": 1, "labour:device": 1 }, "order"),
  rcdTypeB: requirements({ "device:rcd-b": 1, "labour:device": 1 }, "order"),
  bothWays: requirements({ "device:other:both-ways": 1 }, "order"),
  surge: requirements({ "device:other:surge": 1, "labour:device": 1 }, "order"),
  surgeBeside: requirements({ "device:other:surge": 1, "device:other:enclosure": 1, "labour:device": 2 }, "order"),
  lostPen: requirements({ "device:lost-pen": 1, "labour:device": 1 }, "order"),
};

/**
 * Type AC devices in front of the charger: an RCBO protects only its own circuit, any other device may protect
 * several.
 */
function hasTypeAc({ document }: Home, panel: Panel, target: PathTarget): boolean {
  const { circuits = [], rcdGroups = [] } = panel;
  const before = (id: string) => id === target.circuit?.id || document.panels.some((p) => p.feeder?.circuit === id);
  const groups = rcdGroups.filter((g) => g.rcd === "AC");
  return (
    (groups.length > 0 && hangsUnder(document, groups, panel, target)) ||
    circuits.some((c) => c.rcd === "AC" && (c.device !== "rcbo" || before(c.id)))
  );
}

/**
 * Whether the charger hangs under one of these groups: by the way of its circuit, or of the feeder that leads on from
 * this board. A circuit that is still to be made takes a free way outside them.
 */
function hangsUnder(
  { panels }: CaseDocument,
  groups: readonly { from: number; to: number }[],
  { id, circuits = [], spaces }: Panel,
  target: PathTarget,
): boolean {
  const under = (way: number) => groups.some((g) => g.from <= way && way <= g.to);
  const isUnder = (circuitId: string | null | undefined) => {
    const way = circuits.find((c) => c.id === circuitId)?.position;
    return way === undefined || under(way);
  };
  if (target.panel?.id !== id) return panels.some((p) => p.fedFrom === id && isUnder(p.feeder?.circuit));
  if (target.circuit) return isUnder(target.circuit.id);
  if (spaces === undefined) return true;
  const taken = new Set(circuits.flatMap((c) => Array.from({ length: c.poles ?? 1 }, (_, i) => (c.position ?? 0) + i)));
  return !Array.from({ length: spaces }, (_, i) => i + 1).some((way) => !taken.has(way) && !under(way));
}

/** Generation or a battery that may feed back through the board. */
export const ukFindings = (sections: Bs7671Sections): readonly FindingRule[] => [
  ...earthFindings,
  {
    at: "supply",
    code: "looped-supply",
    severity: "stop",
    rule: "Network operator's conditions of supply",
    todo: "Ask the network operator to separate the two homes; it takes weeks, so ask now",
    reason: "looped-supply",
    check: ({ document }) =>
      document.supply.looped
        ? [
            {
              link: "supply",
              text: "The neighbour is fed through this cut-out: no charger until the operator has separated it",
            },
          ]
        : [],
    mend: {
      requires: TAKES.separation,
      of: ({ document }) => ({
        document: withSupply(document, { looped: false }),
        text: "Have the network operator separate the looped supply before anything else",
      }),
    },
  },
  {
    at: "supply",
    code: "earth-impedance-high",
    severity: "fix",
    rule: "BS 7671 313.1, 411.4, 411.5.3",
    todo: "Measure it again with the means of earthing disconnected, and have it put right",
    reason: "fault-on-path",
    check: ({ document: { supply } }) => {
      const { earthing, zeOhm } = supply;
      if (!earthing || zeOhm === undefined || zeOhm === null || zeOhm <= MOST_ZE_OHM[earthing].ohm) return [];
      const { ohm, rule } = MOST_ZE_OHM[earthing];
      return [
        {
          link: "supply",
          text:
            earthing === "tt"
              ? `The earth electrode has ${showOhm(zeOhm)}; ${showOhm(ohm)} at most keeps 50 V while 30 mA flow`
              : `Ze was measured at ${showOhm(zeOhm)}; ${showOhm(ohm)} at most is declared for ${earthing.toUpperCase()}: the supply's earth is doubtful`,
          rule,
        },
      ];
    },
    mend: {
      requires: TAKES.earth,
      of: ({ document }) => {
        const { earthing } = document.supply;
        if (!earthing) return null;
        return earthing === "tt"
          ? {
              document: withSupply(document, { zeOhm: STABLE_ELECTRODE_OHM }),
              text: `Add to the earth electrode until it has ${showOhm(STABLE_ELECTRODE_OHM)} or less`,
            }
          : {
              document: withSupply(document, { zeOhm: MOST_ZE_OHM[earthing].ohm }),
              text: "Have the network operator put the supply's earth right, and measure Ze again",
            };
      },
    },
  },
  {
    at: "panel",
    code: "rcd-type-ac",
    severity: "fix",
    rule: "BS 7671 531.3.3, 722.531.3",
    todo: "Change it for type A or better, or keep the charger's path ahead of it",
    reason: "type-ac-upstream",
    pathOnly: true,
    check: (home, panel, target) =>
      hasTypeAc(home, panel, target)
        ? [
            {
              link: linkId.panel(panel.id),
              text: `${capital(panelName(panel, home.codebook))} has an RCD of type AC: a charger's DC fault current can stop it from tripping`,
            },
          ]
        : [],
    mend: {
      requires: TAKES.rcds,
      of: ({ document, codebook }, panel) => ({
        document: withPanel(document, panel.id, withoutTypeAc(panel)),
        text: `Change the type AC RCDs of ${panelName(panel, codebook)} for type A`,
      }),
    },
  },
  {
    at: "circuit",
    code: "one-way-device",
    severity: "fix",
    rule: sections.bothWays,
    todo: "Fit a device that is marked for current in both directions",
    reason: "fault-on-path",
    pathOnly: true,
    check: ({ document }, circuit) =>
      (hasGenerationOrBattery(document) || feedsBack(document)) && !circuit.bothWays
        ? [
            {
              link: linkId.device(circuit.id),
              text: `${circuitName(circuit)} may carry current in both directions, and nobody has read whether its device is made for it`,
            },
          ]
        : [],
    mend: {
      requires: TAKES.bothWays,
      of: ({ document }, circuit) => ({
        document: withCircuit(document, circuit.id, { bothWays: true }),
        text: `Fit a device for current in both directions to ${circuitName(circuit)}`,
      }),
    },
  },
  {
    at: "circuit",
    code: "rcd-missing",
    severity: "fix",
    rule: "BS 7671 722.531.3",
    todo: "Fit a 30 mA RCD of type A or better for this circuit alone",
    reason: "fault-on-path",
    pathOnly: true,
    check: ({ document }, circuit, { panel }) => {
      if (isResidualElsewhere(document)) return [];
      const link = linkId.device(circuit.id);
      if (rcdOf(panel, circuit) === "none") return [{ link, text: `${circuitName(circuit)} has no 30 mA RCD` }];
      const residualMA = residualOf(panel, circuit) ?? 0;
      return faultWhen(residualMA > 30, () => ({
        link,
        text: `The RCD of ${circuitName(circuit)} trips at ${residualMA} mA; a charger needs 30 mA`,
      }));
    },
    mend: {
      requires: TAKES.rcds,
      of: ({ document }, circuit) => ({
        document: withCircuit(document, circuit.id, { rcd: "A", device: "rcbo", residualMA: 30 }),
        text: `Fit a 30 mA RCBO of type A to ${circuitName(circuit)}`,
      }),
    },
  },
  {
    at: "panel",
    code: "surge-protection-missing",
    severity: "note",
    rule: SURGE_RULE,
    todo: SURGE_OFFER,
    reason: "fault-on-path",
    check: ({ document, codebook }, panel) =>
      faultWhen(panel.surgeProtection === false && surgeAnswer(document, panel, codebook) !== "wanted", () => ({
        link: linkId.panel(panel.id),
        text: withoutSurge(panel, codebook),
      })),
  },
  {
    at: "panel",
    code: "surge-protection-missing",
    severity: "fix",
    rule: SURGE_RULE,
    todo: "Fit it with the work",
    reason: "fault-on-path",
    isExtra: true,
    check: ({ document, codebook }, panel) =>
      faultWhen(surgeAnswer(document, panel, codebook) === "wanted", () => ({
        link: linkId.panel(panel.id),
        text: `${capital(panelName(panel, codebook))} has no surge protection, and the owner wants it`,
      })),
    mend: {
      requires: TAKES.surge,
      of: ({ document, codebook }, panel) => ({
        document: withPanel(document, panel.id, { surgeProtection: true }),
        text: `Fit a surge protective device to ${panelName(panel, codebook)}${panel.surgePlace === "beside" ? ", in an enclosure beside it, with leads of 0.5 m or less in all" : ""}`,
        ...(panel.surgePlace === "beside" && { requires: TAKES.surgeBeside }),
      }),
    },
  },
  {
    at: "panel",
    code: "enclosure-combustible",
    severity: "note",
    rule: "BS 7671 421.1.201",
    todo: "Keep new equipment out of it; offer a metal one",
    reason: "fault-on-path",
    check: ({ codebook }, panel) =>
      /plastic|combustible|wood/i.test(panel.enclosure ?? "")
        ? [
            {
              link: linkId.panel(panel.id),
              text: `${capital(panelName(panel, codebook))} has a combustible enclosure; a new one would not`,
            },
          ]
        : [],
  },
  {
    at: "charger",
    code: "lost-pen-unprotected",
    severity: "fix",
    rule: "BS 7671 722.411.4.1",
    todo: "Choose a charger or unit that opens line, neutral and earth, or prove an electrode",
    reason: "fault-on-path",
    check: ({ document }) =>
      document.supply.earthing === "tn-c-s" &&
      document.charger?.lostPenDetection === false &&
      !arrangesLostPen(document)
        ? [
            {
              link: "charger",
              text: "A lost combined neutral-and-earth conductor can put mains voltage on the car body: fit detection or an electrode",
            },
          ]
        : [],
    mend: {
      requires: TAKES.lostPen,
      of: ({ document }) => ({
        document: withCharger(document, { lostPenDetection: true }),
        text: "Fit a charger or unit that opens line, neutral and earth when the combined conductor is lost",
      }),
    },
  },
  {
    at: "charger",
    code: "dc-protection-missing",
    severity: "fix",
    rule: "BS 7671 722.531.3",
    todo: "Fit a type B RCD, or a charger with 6 mA DC detection",
    reason: "fault-on-path",
    check: ({ document }, _none, { panel, circuit }) =>
      document.charger?.dcDetection === false && !hasTypeB(document) && (!circuit || rcdOf(panel, circuit) !== "B")
        ? [{ link: "charger", text: "No 6 mA DC detection in the charger: a type B RCD is needed" }]
        : [],
    mend: {
      requires: TAKES.rcdTypeB,
      of: ({ document }, _none, { circuit }) =>
        circuit
          ? {
              document: withCircuit(document, circuit.id, { rcd: "B" }),
              text: "Fit a 30 mA RCD of type B for the charger's circuit",
            }
          : null,
    },
  },
];
