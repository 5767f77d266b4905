/** An outlet on a circuit with a device larger than its rating allows. */

import { withCircuit, withOutlet } from "#core/case/document/change.ts";
import { circuitOf } from "#core/case/document/lookups.ts";
import type { Outlet, OutletType } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { circuitName, outletName } from "#core/case/fields/names.ts";
import { circuitCarriesA } from "#core/home/circuit-load.ts";
import { SHARED_REQUIREMENTS } from "#core/rules/findings/shared-requirements.ts";
import type { FindingRule, RepairedHome } from "#core/rules/findings/types.ts";
import type { Home } from "#core/rules/home.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";

const mostDeviceA = ({ outlets }: Codebook, { type }: Outlet) => outlets[type]?.mostDeviceA ?? Number.POSITIVE_INFINITY;

/** A grounded face of the same wires and voltage that takes a device of this rating: 14-30 becomes 14-50. */
const faceFor = ({ outlets }: Codebook, { type }: Outlet, ratingA: number): OutletType | undefined =>
  (Object.keys(outlets) as OutletType[]).find((t) => {
    const face = outlets[t];
    return (
      face?.grounded &&
      face.volts === outlets[type]?.volts &&
      face.mostDeviceA === ratingA &&
      t.split("-")[0] === type.split("-")[0]
    );
  });

/** A smaller device where the circuit's loads allow it; otherwise an outlet for the existing device. */
function mend(home: Home, outlet: Outlet): RepairedHome | null {
  const { document, codebook } = home;
  const circuit = circuitOf(document, outlet.circuit)?.circuit;
  if (!circuit?.ratingA) return null;
  const mostA = mostDeviceA(codebook, outlet);
  if (!exceeds(circuitCarriesA(home, circuit), mostA))
    return {
      document: withCircuit(document, circuit.id, { ratingA: mostA }),
      text: `Fit ${withArticle(showA(mostA))} ${codebook.words.device} to ${circuitName(circuit)}: its ${outletName(outlet, codebook)} is rated for no more`,
    };
  const type = faceFor(codebook, outlet, circuit.ratingA);
  return type
    ? {
        document: withOutlet(document, outlet.id, { type }),
        text: `Exchange the ${outletName(outlet, codebook)} for ${withArticle(type)} that its ${showA(circuit.ratingA)} circuit asks for`,
      }
    : null;
}

export const outletDevice: FindingRule = {
  at: "outlet",
  code: "outlet-undersized",
  severity: "fix",
  rule: "",
  todo: ({ device, outlet }) =>
    `Fit a ${device} that suits the ${outlet}, or ${withArticle(outlet)} that suits its ${device}`,
  reason: "fault-on-path",
  check({ document, codebook }, outlet) {
    const circuit = circuitOf(document, outlet.circuit)?.circuit;
    const mostA = mostDeviceA(codebook, outlet);
    if (!circuit?.ratingA || circuit.ratingA <= mostA) return [];
    return [
      {
        link: linkId.outlet(outlet.id),
        text: `The ${outletName(outlet, codebook)} is protected at ${showA(circuit.ratingA)}; its contacts take ${showA(mostA)} at most`,
        rule: codebook.sections.outletLoading,
      },
    ];
  },
  mend: { requires: SHARED_REQUIREMENTS.device, of: mend },
};
