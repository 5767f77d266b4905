/** Divide the supply and give the charger a small board of its own, leaving an old board alone. */
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
  typeAcReason,
} from "../situation.ts";
import type { Finding, Way } from "../types.ts";

export const separateBoard: Way = {
  id: "separate-board",
  name: "Separate board",
  means: "A small board of its own beside the old one",
  find(s): Finding {
    const wantedA = largestSetting(s, s.charger.maxA);
    const inTheWay = limitInTheWay(s, wantedA);
    const cause = [
      ...boardReason(s),
      ...spaceReason(s),
      ...typeAcReason(s),
      ...(inTheWay
        ? [reason("headroom-short", `The ${inTheWay.name} does not carry ${showA(wantedA)}`, inTheWay.explain.rule)]
        : []),
    ];
    const finding = newCircuit(s, {
      // A board of its own stands at the supply: no feeder is in its way.
      fittingA: currentThatFits(s, s.headroomA, wantedA, []),
      stops: [
        ...(s.panel?.condition === "unsafe" ? boardReason(s) : []),
        ...(cause.length === 0 ? [notNeeded(s)] : []),
      ],
      answersTo: cause,
      work: (circuitA) => [
        s.codebook.region === "uk"
          ? "Divide the tails after the meter (3 m at most without their own protection) and fit a small board"
          : "Fit a sub-panel or a feed-through at the meter for the charger alone",
        `New ${circuitA} A circuit from it to the charger`,
      ],
      leaves: "The old board is left as it is; it will still need changing one day.",
    });
    return {
      ...finding,
      level: levelOnSupply(s, countedA(s, finding.chargeA).amps),
      alsoTakes: ["dedicated-circuit"],
    };
  },
};
