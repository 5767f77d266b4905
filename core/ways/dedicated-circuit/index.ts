/** A new circuit of its own, at the largest current the calculation allows. */
import {
  boardReason,
  chargeWhy,
  countedA,
  currentThatFits,
  deviceA,
  headroomShort,
  ISOLATE,
  level,
  loopedReason,
  spaceReason,
  typeAcReason,
} from "../situation.ts";
import type { Finding, Way } from "../types.ts";

export const dedicatedCircuit: Way = {
  id: "dedicated-circuit",
  name: "Dedicated circuit",
  means: "A new circuit of its own, unmanaged",
  find(s): Finding {
    const { words, charging, region } = s.codebook;
    const fitting = currentThatFits(s, s.headroomA);
    const stops = [
      ...(fitting < charging.minimumA ? [headroomShort(s)] : []),
      ...loopedReason(s),
      ...boardReason(s),
      ...spaceReason(s),
    ];
    const typeAc = typeAcReason(s);
    const out = stops.length > 0;
    const chargeA = out ? 0 : fitting;
    const circuitA = deviceA(s, chargeA);
    const smallest = s.charger.settingsA.find((a) => a >= charging.minimumA) ?? charging.minimumA;
    const work = [
      `New ${circuitA} A circuit from the ${words.panel} to the charger`,
      ...(s.spaces ? [] : [`Record the ${words.panel}'s ${words.spaces}: room for the device is not confirmed`]),
      ...(typeAc.length > 0 ? ["Give the charger a way ahead of the type AC RCD"] : []),
    ];
    return {
      verdict: out ? "ruled-out" : typeAc.length > 0 || !s.spaces ? "with-work" : "ready",
      chargeA,
      circuitA,
      reasons: out ? stops : typeAc,
      work: out ? [] : work,
      cautions: out
        ? []
        : [ISOLATE[region], "Set the charger's limit in the charger at commissioning; it is not left to the car."],
      leaves: "The charger keeps its full current for good; less headroom for later loads.",
      explain: chargeWhy(s, chargeA, s.headroomA),
      level: level(s, countedA(s, chargeA || smallest).amps),
    };
  },
};
