/** A new circuit of its own, at the largest current the calculation allows. */
import { newCircuit } from "../new-circuit.ts";
import { boardReason, currentThatFits, spaceReason, typeAcReason } from "../situation.ts";
import type { Finding, Way } from "../types.ts";

export const dedicatedCircuit: Way = {
  id: "dedicated-circuit",
  name: "Dedicated circuit",
  means: "A new circuit of its own, unmanaged",
  find(s): Finding {
    const { words } = s.codebook;
    const typeAc = typeAcReason(s);
    const finding = newCircuit(s, {
      fittingA: currentThatFits(s, s.headroomA),
      stops: [...boardReason(s), ...spaceReason(s)],
      answersTo: typeAc,
      work: (circuitA) => [
        `New ${circuitA} A circuit from the ${words.panel} to the charger`,
        ...(s.spaces ? [] : [`Record the ${words.panel}'s ${words.spaces}: room for the device is not confirmed`]),
        ...(typeAc.length > 0 ? ["Give the charger a way ahead of the type AC RCD"] : []),
      ],
      cautions: ["Set the charger's limit in the charger at commissioning; it is not left to the car."],
      leaves: "The charger keeps its full current for good; less headroom for later loads.",
    });
    const ready = finding.verdict === "with-work" && typeAc.length === 0 && s.spaces !== null;
    return ready ? { ...finding, verdict: "ready" } : finding;
  },
};
