/** Signal lost: without its clamps the charger goes to the safe current or off, and comes back with them. */
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import { between, delayS, isCharging, last, markedAt, takenA } from "./record.ts";
import { BACK_AFTER_S } from "./throttle.ts";
import { type CheckBasis, type CheckRecord, type CheckRule, fails, notDone, type Outcome, passes } from "./types.ts";

const SAFE_WITHIN_S = 10;
const START_S = 15;
const BACK_GRACE_S = 15;
const WITHIN_A = 0.5;
/** A line that is lost this often while a check is made is no line. */
const MOST_LOST = 1;

export function judgeSignalLost(record: CheckRecord, { leastA }: CheckBasis): Outcome | null {
  const [off, on] = [markedAt(record, "signal-off"), markedAt(record, "signal-on")];
  const lost = last(record)?.charger?.lost ?? 0;
  if (lost > MOST_LOST)
    return fails(
      `The charger's own line was lost ${lost} times meanwhile: look at its network before anything relies on it`,
    );
  if (off === null || on === null) return null;
  const isSafe = (sample: CheckRecord["samples"][number]) => !exceeds(takenA(sample), leastA + WITHIN_A);
  const delay = delayS(between(record, off, on), off, isSafe);
  const held = between(record, off + (delay ?? 0), on).every(isSafe);
  if (delay === null || exceeds(delay, SAFE_WITHIN_S) || !held)
    return fails(
      `Without the signal it still charged at ${showA(takenA(between(record, off, on).at(-1)))} after ${SAFE_WITHIN_S} s: it has to fall to ${showA(leastA)} or less. Look at its setting for a lost signal`,
    );
  const back = delayS(record.samples, on, (sample) => !isSafe(sample));
  if (back === null) return fails("It did not come back after the signal returned: look at its settings");
  return passes(
    `${showNumber(delay)} s after the signal was lost it took ${showA(leastA)} or less; it came back ${showNumber(back)} s after the signal`,
  );
}

export const signalLost: CheckRule = {
  id: "signal-lost",
  name: "Signal lost",
  how: ({ leastA }) =>
    `The clamps' signal taken away: at ${showA(leastA)} or off within ${SAFE_WITHIN_S} s, and back after it returns`,
  isFor: ({ limitA }) => limitA !== null,
  needs: ["charger"],
  after: ["limit", "clamp", "throttle"],
  async run(rig) {
    const { basis } = rig;
    await rig.ask({ kind: "start" });
    const isAbove = (record: CheckRecord) => takenA(last(record)) > basis.leastA + WITHIN_A;
    if (!(await rig.until(START_S, isAbove))) {
      const lines = judgeSignalLost(rig.record(), basis);
      return lines ?? notDone(`No car is charging above ${showA(basis.leastA)}`);
    }
    const isOff = await rig.act({ kind: "signal", isOn: false, text: "Unplug the clamps at the charger" });
    if (!isOff) return notDone("Nobody took the signal away");
    rig.mark("signal-off");
    // It has to stay safe, too.
    const isSafe = (record: CheckRecord) => {
      const since = between(record, markedAt(record, "signal-off") ?? 0);
      return since.length > 4 && since.slice(-3).every((sample) => !exceeds(takenA(sample), basis.leastA + WITHIN_A));
    };
    await rig.until(SAFE_WITHIN_S + 2, isSafe);
    await rig.act({ kind: "signal", isOn: true, text: "Plug the clamps in again" });
    rig.mark("signal-on");
    if (isSafe(rig.record()) || !isCharging(last(rig.record()))) await rig.until(BACK_AFTER_S + BACK_GRACE_S, isAbove);
    return judgeSignalLost(rig.record(), basis) ?? notDone("The record broke off");
  },
};
