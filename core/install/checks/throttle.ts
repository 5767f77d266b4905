/** Throttle: the charger follows when the house draws more, pauses, and comes back. */
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import { roomA } from "./limit.ts";
import { between, delayS, isCharging, last, longestS, markedAt, NONE_A, takenA } from "./record.ts";
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

/** The charger follows within this time, and the total is above the limit for no longer at a time, s. */
export const FOLLOWS_WITHIN_S = 5;
/** It comes back after this time with room, s, and some time for its start. */
export const BACK_AFTER_S = 60;
const BACK_GRACE_S = 15;
const START_S = 15;
/** A reading of clamps differs from the true current by this, A. */
const READING_A = 0.5;
/** The room that is left by each rise of the house: half of what it charges at, then less than it can charge at. */
const LEFT_SHARE = 0.5;
const LEFT_TOO_LITTLE_A = 3;

/** The current on the conductor with most, A. */
const totalA = ({ clamps, charger }: CheckSample, { readsCharger }: CheckBasis): number =>
  Math.max(0, ...(clamps ?? []).map(({ amps }) => amps)) + (readsCharger ? 0 : (charger?.currentA ?? 0));

export function judgeThrottle(record: CheckRecord, basis: CheckBasis): Outcome | null {
  const { limitA, leastA } = basis;
  const [on, off] = [record.marks.find(({ what }) => what === "load-on")?.atS, markedAt(record, "load-off")];
  if (limitA === null || on === undefined || off === null) return null;
  const raised = between(record, on, off);
  const over = longestS(raised, (sample) => exceeds(totalA(sample, basis), limitA + READING_A));
  const most = Math.max(...raised.map((sample) => totalA(sample, basis)));
  const end = raised.at(-1);
  const offersNone = (end?.charger?.offeredA ?? 0) < leastA;
  if (isCharging(end) && (offersNone || end?.charger?.status?.startsWith("Suspended")))
    return fails(
      `It goes on drawing ${showA(takenA(end))} although it has paused: its contactor does not open. Switch its circuit off`,
    );
  if (exceeds(over, FOLLOWS_WITHIN_S))
    return fails(
      `The house rose and the total stayed above ${showA(limitA)} for ${showNumber(over)} s, up to ${showA(most)}: ${FOLLOWS_WITHIN_S} s at most. Look at the clamps' signal and the limit that the charger was given`,
    );
  if (isCharging(end))
    return fails(
      `Less than ${showA(leastA)} was left and it went on charging at ${showA(takenA(end))}: it has to pause`,
    );
  const back = delayS(record.samples, off, isCharging);
  if (back === null || exceeds(back, BACK_AFTER_S + BACK_GRACE_S))
    return fails(`It did not come back within ${BACK_AFTER_S} s of room: look at its schedule and its settings`);
  return passes(
    `It followed: above ${showA(limitA)} for ${showNumber(over)} s at a time at most, paused below ${showA(leastA)}, and came back after ${showNumber(back)} s of room`,
  );
}

export const throttle: CheckRule = {
  id: "throttle",
  name: "Throttle",
  how: ({ limitA, leastA }) =>
    `House load raised past ${showA(limitA ?? 0)}: the charger follows within ${FOLLOWS_WITHIN_S} s, pauses below ${showA(leastA)}, and comes back after a minute of room`,
  isFor: ({ limitA }) => limitA !== null,
  needs: ["charger", "clamps"],
  after: ["limit", "clamp"],
  async run(rig) {
    const { basis } = rig;
    await rig.ask({ kind: "start" });
    if (!(await rig.until(START_S, (record) => isCharging(last(record)) && (last(record)?.clamps?.length ?? 0) > 0)))
      return notDone("No car is charging, or the clamps send nothing");
    const room = roomA(rig.record(), basis);
    const charging = takenA(last(rig.record()));
    const steps = [Math.max(basis.leastA + 1, charging * LEFT_SHARE), LEFT_TOO_LITTLE_A];
    for (const left of steps) {
      const amps = room - left;
      const watts = Math.max(0, Math.round(amps * basis.legVolts));
      const text = `Switch on loads until the house takes ${showA(amps)} more on each conductor, all in all`;
      if (!(await rig.act({ kind: "load", clamp: null, watts, text })))
        return notDone("Nobody raised the load of the house");
      rig.mark("load-on");
      const limitA = basis.limitA ?? 0;
      // It has followed when the total holds for two samples; a charger that does not is watched a little longer.
      await rig.until(FOLLOWS_WITHIN_S + 2, (record) => {
        const since = between(record, markedAt(record, "load-on") ?? 0);
        const isPaused = left > basis.leastA || !isCharging(since.at(-1));
        return (
          since.length > 3 &&
          isPaused &&
          since.slice(-2).every((sample) => !exceeds(totalA(sample, basis), limitA + READING_A))
        );
      });
    }
    await rig.act({ kind: "load", clamp: null, watts: 0, text: "Switch these loads off again" });
    rig.mark("load-off");
    const stillCharges = exceeds(takenA(last(rig.record())), NONE_A);
    if (!stillCharges)
      await rig.until(BACK_AFTER_S + BACK_GRACE_S, (record) =>
        between(record, markedAt(record, "load-off") ?? 0).some(isCharging),
      );
    return judgeThrottle(rig.record(), basis) ?? notDone("The record broke off");
  },
};
