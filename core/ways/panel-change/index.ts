/** New or larger panel, because the old one is full or unsound; supply unchanged. */
import { showA } from "../../units.ts";
import { newCircuit } from "../new-circuit.ts";
import {
  boardReason,
  countedA,
  currentThatFits,
  largestSetting,
  levelOnSupply,
  limitInTheWay,
  notNeeded,
  reason,
  spaceReason,
} from "../situation.ts";
import type { Finding, Way } from "../types.ts";

export const panelChange: Way = {
  id: "panel-change",
  name: "Panel change",
  means: "A new or larger panel, supply unchanged",
  find(s): Finding {
    const { words } = s.codebook;
    // A larger panel brings a larger bus and main; the feeders to it stay.
    const buses = s.limits.filter((l) => l.kind === "bus");
    const feeders = s.limits.filter((l) => l.kind === "feeder");
    const bus = limitInTheWay(s, largestSetting(s, s.charger.maxA), buses);
    const obstacles = [
      ...boardReason(s),
      ...spaceReason(s),
      ...(bus
        ? [
            reason(
              "headroom-short",
              `The ${bus.name} (${showA(bus.ratingA)}) does not carry the charger`,
              bus.explain.rule,
            ),
          ]
        : []),
    ];
    const finding = newCircuit(s, {
      fittingA: currentThatFits(s, s.headroomA, s.charger.maxA, feeders),
      stops: obstacles.length === 0 ? [notNeeded(s)] : [],
      answersTo: obstacles,
      work: (circuitA) => [`Replace the ${words.panel}`, `New ${circuitA} A circuit to the charger`],
      cautions: ["Old boards may contain asbestos flash guards: look before you touch, and stop if in doubt."],
      leaves: "Room for later circuits; the supply stays as it is.",
    });
    return {
      ...finding,
      level: levelOnSupply(s, countedA(s, finding.chargeA).amps),
      alsoTakes: ["dedicated-circuit"],
    };
  },
};
