/** Power back: after an interruption nothing above the safe current before the clamps are read. */
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import { LIMIT_WITHIN_A } from "./limit.ts";
import { between, isCharging, last, longestS, markedAt, takenA } from "./record.ts";
import {
  type CheckBasis,
  type CheckRecord,
  type CheckRule,
  type CheckSample,
  fails,
  notDone,
  type Outcome,
  passes,
} from "./types.ts";

const RESTART_S = 90;
/** Time that it is watched for after it is back, s. */
const WATCH_S = 4;
/** A charger that was asked to restart is not back sooner, s. */
const AWAY_S = 1;
/** A charger goes down within this time after the request, s. */
const DOWN_S = 5;
/** A contactor has this long to open after the power is back, s. */
const OPENS_S = 5;

/** Largest allowed current after the interruption, before the clamps are read, A. */
const mostA = ({ limitA, leastA, designedA }: CheckBasis): number => (limitA === null ? designedA : leastA);

/** Current flows although it says that no car is being charged. */
const flowsUnasked = (sample: CheckSample): boolean =>
  isCharging(sample) && ["Available", "Preparing", "Finishing"].includes(sample.charger?.status ?? "");

export function judgePowerBack(record: CheckRecord, basis: CheckBasis): Outcome | null {
  const from = markedAt(record, "restart");
  if (from === null) return null;
  const until = markedAt(record, "clamps-back") ?? Number.POSITIVE_INFINITY;
  // Until it goes down it may still charge.
  const down = record.samples.find((sample) => sample.atS > from && !isCharging(sample))?.atS ?? from + DOWN_S;
  const since = between(record, down, until).filter(({ charger }) => charger !== null);
  if (since.length === 0) return null;
  if (exceeds(longestS(since, flowsUnasked), OPENS_S))
    return fails("Current flowed although it says that no car is charged: its contactor does not open");
  const taken = Math.max(...since.map((sample) => Math.max(takenA(sample), sample.charger?.offeredA ?? 0)));
  const most = mostA(basis);
  const before = basis.limitA === null ? "" : " before the clamps were read";
  if (exceeds(taken, most + LIMIT_WITHIN_A))
    return fails(
      `After the interruption it went to ${showA(taken)}${before}, more than ${showA(most)}: look at its setting for a restart`,
    );
  const charged = since.some(isCharging)
    ? ""
    : ". It has not begun again: a random delay may run, look at its schedule";
  return passes(
    `After the interruption it took or offered ${showA(taken)} at most${before}, of ${showA(most)}, for ${showNumber((since.at(-1)?.atS ?? from) - from)} s${charged}`,
  );
}

export const powerBack: CheckRule = {
  id: "power-back",
  name: "Power back",
  how: ({ limitA, leastA, designedA }) =>
    limitA === null
      ? `After an interruption it charges at ${showA(designedA)} again, and no higher`
      : `After an interruption nothing above ${showA(leastA)} before the clamps are read`,
  isFor: () => true,
  needs: ["charger"],
  mayLoseCharger: true,
  after: ["limit", "clamp", "throttle", "signal-lost"],
  async run(rig) {
    const isManaged = rig.basis.limitA !== null;
    if (isManaged && !(await rig.act({ kind: "signal", isOn: false, text: "Unplug the clamps at the charger" })))
      return notDone("Nobody took the clamps' signal away");
    try {
      const newest = last(rig.record())?.atS ?? 0;
      if (!(await rig.ask({ kind: "restart" })))
        return notDone("The charger does not restart on request: switch it off and on, and enter what it shows");
      rig.mark("restart");
      const isBack = (record: CheckRecord) =>
        between(record, newest + AWAY_S).some(({ charger }) => charger?.offeredA != null);
      if (!(await rig.until(RESTART_S, isBack))) return notDone("The charger did not come back");
      await rig.until(WATCH_S, () => false);
      // A current that must not flow is watched long enough to be judged.
      await rig.until(OPENS_S, ({ samples }) => !samples.slice(-1).some(flowsUnasked));
    } finally {
      if (isManaged) {
        rig.mark("clamps-back");
        await rig.act({ kind: "signal", isOn: true, text: "Plug the clamps in again" });
      }
    }
    return judgePowerBack(rig.record(), rig.basis) ?? notDone("The charger sent nothing after it");
  },
};
