/** Faults that the NEC knows. */

import { withCircuit, withPanel, withSupply } from "#core/case/document/change.ts";
import { panelsTo, readRatingA } from "#core/case/document/lookups.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { outletName, panelName } from "#core/case/fields/names.ts";
import { requirements } from "#core/estimate/requirements.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { gfciOf } from "../findings/protection.ts";
import { SHARED_REQUIREMENTS } from "../findings/shared-requirements.ts";
import type { FindingRule } from "../findings/types.ts";
import type { Home } from "../home.ts";
import { NEC_240_6 } from "./circuit/ampacity-tables.ts";
import { CLASS_320 } from "./service.ts";

/** What a main on the service may be at most, A: the service as it was read, and its conductors. */
function mostMainA({ document, codebook }: Home): { mostA: number; because(): string } {
  const readA = readRatingA(document) ?? Number.POSITIVE_INFINITY;
  const serviceA = readA === CLASS_320.continuousA ? CLASS_320.standardA : readA;
  const { conductor } = document.supply;
  const rated = conductor ? codebook.supplyConductor.allows(conductor) : null;
  const byConductor = rated !== null && rated.ampacityA < serviceA;
  return byConductor
    ? {
        mostA: rated.ampacityA,
        because: () => `service conductors for ${showA(rated.ampacityA)}: ${rated.cited.numbers}`,
      }
    : { mostA: serviceA, because: () => `a service of ${showA(serviceA)}` };
}

const TAKES = {
  gfci: requirements({ "device:gfci": 1, "labour:device": 1 }, "order"),
  authority: requirements({ "authority-letter": 1 }, "authority"),
};

export const necFindings: readonly FindingRule[] = [
  {
    at: "supply",
    code: "service-below-minimum",
    severity: "fix",
    rule: "NEC 230.79(C)",
    todo: "Plan a service change; no new load on this one without the authority's agreement",
    reason: "headroom-short",
    check({ document, codebook }) {
      const least = codebook.leastSupplyA;
      const ratingA = readRatingA(document);
      const { belowMinimumAccepted } = document.supply;
      if (!least || ratingA === null || document.dwelling.kind === "apartment" || belowMinimumAccepted) return [];
      return ratingA < least.value
        ? [
            {
              link: "supply",
              text: `A one-family dwelling's service is at least ${showA(least.value)}; this one is ${showA(ratingA)}`,
              rule: least.rule,
            },
          ]
        : [];
    },
    mend: {
      requires: TAKES.authority,
      of: ({ document }) => ({
        document: withSupply(document, { belowMinimumAccepted: true }),
        text: `Get the authority's agreement in writing that the ${showA(document.supply.ratingA ?? 0)} service may take this load`,
      }),
    },
  },
  {
    at: "supply",
    code: "emergency-disconnect-missing",
    severity: "note",
    rule: "NEC 230.85",
    todo: "Plan it with any work at the service",
    reason: "fault-on-path",
    check: ({ document }) =>
      document.supply.emergencyDisconnect === false
        ? [{ link: "supply", text: "No emergency disconnect outdoors: it is due when the service is replaced" }]
        : [],
  },
  {
    at: "panel",
    code: "main-oversized",
    severity: "fix",
    rule: "NEC 230.42, 230.90",
    todo: "Fit a main that the service and its conductors allow, or have them renewed",
    reason: "fault-on-path",
    check(home, panel) {
      const { mainA } = panel;
      if (!mainA || panelsTo(home.document, panel).length > 1 || panel.planned) return [];
      const { mostA, because } = mostMainA(home);
      // Conductors that are too small for the service itself are a finding of their own.
      const { conductor } = home.document.supply;
      const allowsA = conductor ? home.codebook.supplyConductor.allows(conductor)?.ampacityA : undefined;
      if (!exceeds(mainA, mostA) || (allowsA !== undefined && exceeds(home.supplyA, allowsA))) return [];
      return [
        {
          link: linkId.main(panel.id),
          text: `${panelName(panel, home.codebook)}: a main of ${showA(mainA)} behind ${because()}`,
        },
      ];
    },
    mend: {
      requires: SHARED_REQUIREMENTS.device,
      of(home, panel) {
        const { mostA } = mostMainA(home);
        const mainA = NEC_240_6.reduce((most, a) => (exceeds(a, mostA) ? most : a), 0);
        if (mainA <= 0) return null;
        return {
          document: withPanel(home.document, panel.id, { mainA }),
          text: `Fit a main of ${showA(mainA)} to ${panelName(panel, home.codebook)}`,
        };
      },
    },
  },
  {
    at: "outlet",
    code: "outlet-ungrounded",
    severity: "fix",
    rule: "NEC 250.114, 406.4",
    todo: "Do not charge from it; a grounded receptacle needs a new conductor",
    reason: "outlet-ungrounded",
    check: ({ codebook }, outlet) =>
      codebook.outlets[outlet.type]?.grounded === false || outlet.grounded === false
        ? [
            {
              link: linkId.outlet(outlet.id),
              text: `The ${outletName(outlet, codebook)}${outlet.place ? ` (${outlet.place})` : ""} has no equipment ground and cannot feed a charger`,
            },
          ]
        : [],
  },
  {
    at: "outlet",
    code: "gfci-missing",
    severity: "fix",
    rule: "NEC 625.54",
    todo: "Fit a GFCI breaker or receptacle before a car is charged from it",
    reason: "fault-on-path",
    pathOnly: true,
    check: ({ document, codebook }, outlet, target) =>
      gfciOf(document, outlet, target.circuit) === false
        ? [{ link: linkId.outlet(outlet.id), text: `The ${outletName(outlet, codebook)} has no GFCI protection` }]
        : [],
    mend: {
      requires: TAKES.gfci,
      of({ document, codebook }, outlet, target) {
        const { gfci: _, ...face } = outlet;
        const outlets = (document.outlets ?? []).map((o) => (o.id === outlet.id ? { ...face, gfci: true } : o));
        const text = `Fit GFCI protection to the ${outletName(outlet, codebook)}`;
        if (!target.circuit) return { document: { ...document, outlets }, text };
        const protects = target.circuit.protects === "afci" ? "afci-gfci" : "gfci";
        return { document: withCircuit({ ...document, outlets }, target.circuit.id, { protects }), text };
      },
    },
  },
];
