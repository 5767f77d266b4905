/** New or larger panel, because the old one is full or unsound; supply unchanged. */
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
} from "../situation.ts";
import type { Finding, Way } from "../types.ts";

export const panelChange: Way = {
  id: "panel-change",
  name: "Panel change",
  means: "A new or larger panel, supply unchanged",
  find(s): Finding {
    const { words, charging, region } = s.codebook;
    // A larger panel brings a larger bus and main; the feeders to it stay.
    const feeders = s.limits.filter((l) => l.kind === "feeder");
    const bus = limitInTheWay(
      s,
      largestSetting(s, s.charger.maxA),
      s.limits.filter((l) => l.kind === "bus"),
    );
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
    const fitting = currentThatFits(s, s.headroomA, s.charger.maxA, feeders);
    const stops = [
      ...(fitting < charging.minimumA ? [headroomShort(s)] : []),
      ...loopedReason(s),
      ...(obstacles.length === 0
        ? [reason("not-needed", `The ${words.panel} is sound and has room`, "Site survey")]
        : []),
    ];
    const out = stops.length > 0;
    const chargeA = out ? 0 : fitting;
    return {
      verdict: out ? "ruled-out" : "with-work",
      chargeA,
      circuitA: deviceA(s, chargeA),
      reasons: out ? stops : obstacles,
      work: out ? [] : [`Replace the ${words.panel}`, `New ${deviceA(s, chargeA)} A circuit to the charger`],
      cautions: out
        ? []
        : [
            ISOLATE[region],
            "Old boards may contain asbestos flash guards: look before you touch, and stop if in doubt.",
          ],
      leaves: "Room for later circuits; the supply stays as it is.",
      explain: chargeWhy(s, chargeA, s.headroomA),
      level: levelOnSupply(s, countedA(s, chargeA).amps),
      alsoTakes: ["dedicated-circuit"],
    };
  },
};
