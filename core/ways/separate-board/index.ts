/** Divide the supply and give the charger a small board of its own, leaving an old board alone. */
import { showA } from "../../units.ts";
import {
  boardReason,
  chargeWhy,
  countedA,
  currentThatFits,
  deviceA,
  headroomShort,
  ISOLATE,
  largestSetting,
  levelOnSupply,
  limitInTheWay,
  loopedReason,
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
    const { words, charging, region } = s.codebook;
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
    // A board of its own stands at the supply: no feeder is in its way.
    const fitting = currentThatFits(s, s.headroomA, wantedA, []);
    const stops = [
      ...(fitting < charging.minimumA ? [headroomShort(s)] : []),
      ...loopedReason(s),
      ...(s.panel?.condition === "unsafe" ? boardReason(s) : []),
      ...(cause.length === 0 ? [reason("not-needed", `The ${words.panel} is sound and has room`, "Site survey")] : []),
    ];
    const out = stops.length > 0;
    const chargeA = out ? 0 : fitting;
    return {
      verdict: out ? "ruled-out" : "with-work",
      chargeA,
      circuitA: deviceA(s, chargeA),
      reasons: out ? stops : cause,
      work: out
        ? []
        : [
            region === "uk"
              ? "Divide the tails after the meter (3 m at most without their own protection) and fit a small board"
              : "Fit a sub-panel or a feed-through at the meter for the charger alone",
            `New ${deviceA(s, chargeA)} A circuit from it to the charger`,
          ],
      cautions: out ? [] : [ISOLATE[region]],
      leaves: "The old board is left as it is; it will still need changing one day.",
      explain: chargeWhy(s, chargeA, s.headroomA),
      level: levelOnSupply(s, countedA(s, chargeA).amps),
      alsoTakes: ["dedicated-circuit"],
    };
  },
};
