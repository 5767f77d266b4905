/** A circuit whose device is more than its conductor allows. */

import { withCircuit, withoutSources } from "#core/case/document/change.ts";
import { circuitOf } from "#core/case/document/lookups.ts";
import type { Circuit } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName, conductorName } from "#core/case/fields/names.ts";
import { circuitCarriesA } from "#core/home/circuit-load.ts";
import { circuitRated } from "#core/home/home.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { FindingRule, RepairedHome } from "#core/rules/findings/types.ts";
import type { Home } from "#core/rules/home.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";
import { markingThatHelps } from "./read-marking.ts";
import { renewedConductor } from "./renewed-conductor.ts";

/** A smaller device where the circuit's loads allow it; otherwise a larger conductor. */
function mend(home: Home, circuit: Circuit): RepairedHome | null {
  const { document, codebook } = home;
  const { conductor, ratingA } = circuit;
  if (!conductor || !ratingA || !circuitOf(document, circuit.id)) return null;
  const marking = markingThatHelps(home, circuitName(circuit), { conductor, ratingA, terminalC: circuit.terminalC });
  if (marking) return { ...marking, document: withCircuit(document, circuit.id, { terminalC: 75 }) };
  const mostDeviceA = codebook.conductor(conductor, 60)?.mostDeviceA ?? 0;
  const smallerA = codebook.charging.devicesA.reduce((most, d) => (d <= mostDeviceA ? d : most), 0);
  if (smallerA > 0 && !exceeds(circuitCarriesA(home, circuit), smallerA))
    return {
      document: withCircuit(document, circuit.id, { ratingA: smallerA }),
      text: `Fit ${withArticle(showA(smallerA))} ${codebook.words.device} to ${circuitName(circuit)}: its conductor allows no more`,
    };
  const renewed = renewedConductor(home, conductor, (c) => (codebook.conductor(c, 60)?.mostDeviceA ?? 0) >= ratingA);
  if (!renewed) return null;
  return {
    document: withCircuit(
      withoutSources(document, (key) => key === `circuit.${circuit.id}.conductor`),
      circuit.id,
      { conductor: renewed },
    ),
    text: `Renew the conductor of ${circuitName(circuit)} in ${conductorName(renewed, codebook)} for its ${showA(ratingA)} ${codebook.words.device}`,
    requires: SHARED_REQUIREMENTS.feeder,
  };
}

export const circuitConductor: FindingRule = {
  at: "circuit",
  code: "conductor-undersized",
  severity: "fix",
  rule: "",
  todo: "Fit a device that its conductor allows, or renew the conductor along its whole length",
  reason: "conductor-limit",
  check(home, circuit) {
    const rated = circuitRated(home, circuit);
    const { ring, loadKinds } = home.codebook;
    const feedsSockets = home.loads.some(
      (l) => circuit.loads?.includes(l.id) && loadKinds.find((k) => k.kind === l.kind)?.isCircuit,
    );
    const asRing =
      ring && feedsSockets && rated && rated.ampacityA >= ring.conductorFromA && (circuit.ratingA ?? 0) <= ring.deviceA;
    if (asRing || !rated || !circuit.ratingA || circuit.ratingA <= rated.mostDeviceA) return [];
    return [
      {
        link: linkId.conductor(circuit.id),
        text: `${circuitName(circuit)} is protected at ${showA(circuit.ratingA)}, more than its conductor allows: ${rated.cited.numbers}`,
        rule: rated.cited.rule,
      },
    ];
  },
  mend: { requires: SHARED_REQUIREMENTS.device, of: mend },
};
