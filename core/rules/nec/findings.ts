/** Faults that the NEC knows. */

import { withCircuit, withSupply } from "#core/case/document/change.ts";
import { readRatingA } from "#core/case/document/lookups.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { outletName } from "#core/case/fields/names.ts";
import { requirements } from "#core/estimate/requirements.ts";
import { showA } from "#core/units.ts";
import { gfciOf } from "../findings/protection.ts";
import type { FindingRule } from "../findings/types.ts";

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
