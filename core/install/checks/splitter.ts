/** Splitter: the appliance goes first, never both, and the charger comes back. */
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import { between, delayS, last, longestS, markedAt, NONE_A } from "./record.ts";
import { type CheckBasis, type CheckRecord, type CheckRule, fails, notDone, type Outcome, passes } from "./types.ts";

const OFF_WITHIN_S = 2;
const GRACE_S = 2;
/** A slow splitter is watched for this long, s. */
const WATCH_S = 12;
const START_S = 20;
/** Time within which a splitter holds or trips a car that takes more than the circuit carries, s. */
const HELD_WITHIN_S = 5;
const WITHIN_A = 0.5;

type Sample = CheckRecord["samples"][number];
const chargerRuns = ({ splitter }: Sample) => exceeds(splitter?.chargerA ?? 0, NONE_A);
const applianceRuns = ({ splitter }: Sample) => exceeds(splitter?.applianceA ?? 0, NONE_A);

export function judgeSplitter(record: CheckRecord, { circuitA }: CheckBasis): Outcome | null {
  const [on, off] = [markedAt(record, "appliance-on"), markedAt(record, "appliance-off")];
  if (on === null || off === null) return null;
  const during = between(record, on, off);
  const both = longestS(during, (sample) => chargerRuns(sample) && applianceRuns(sample));
  const delay = delayS(during, on, (sample) => !chargerRuns(sample));
  if (delay === null)
    return fails("The appliance and the charger ran together until the appliance was off: no interlock. Take it out");
  if (exceeds(Math.max(delay, both), OFF_WITHIN_S))
    return fails(
      `The charger went off ${showNumber(Math.max(delay, both))} s after the appliance began: ${OFF_WITHIN_S} s at most`,
    );
  const over = longestS(record.samples, ({ splitter }) => exceeds(splitter?.chargerA ?? 0, circuitA + WITHIN_A));
  if (exceeds(over, HELD_WITHIN_S))
    return fails(
      `The car took more than the ${showA(circuitA)} of the circuit for ${showNumber(over)} s: it is not held`,
    );
  const stated = record.samples.at(-1)?.splitter?.delayS ?? 0;
  const back = delayS(record.samples, off, chargerRuns);
  if (back === null || exceeds(back, stated + GRACE_S))
    return fails(`The charger did not come back within the ${showNumber(stated)} s of the splitter's label`);
  return passes(
    `Appliance on: the charger went off after ${showNumber(delay)} s, and the two never ran together for longer. Appliance off: it came back after ${showNumber(back)} s of ${showNumber(stated)} s`,
  );
}

export const splitter: CheckRule = {
  id: "splitter",
  name: "Splitter",
  how: () =>
    `Appliance on: the charger is off within ${OFF_WITHIN_S} s. Appliance off: it comes back within its delay. Never both; a car that asks for more than the circuit carries is held`,
  isFor: ({ isSplitter }) => isSplitter,
  needs: ["splitter"],
  needsNoCurrent: true,
  after: ["limit"],
  async run(rig) {
    await rig.ask({ kind: "start" });
    const runs = (record: CheckRecord) => {
      const sample = last(record);
      return sample !== undefined && chargerRuns(sample);
    };
    if (!(await rig.until(START_S, runs))) return notDone("No car is charging behind the splitter");
    if (!(await rig.act({ kind: "appliance", isOn: true, text: "Switch the appliance on" })))
      return notDone("Nobody switched the appliance on");
    rig.mark("appliance-on");
    await rig.until(WATCH_S, (record) => !runs(record) && applianceRuns(last(record) as Sample));
    await rig.until(1, () => false);
    await rig.act({ kind: "appliance", isOn: false, text: "Switch the appliance off" });
    rig.mark("appliance-off");
    const stated = last(rig.record())?.splitter?.delayS ?? 0;
    await rig.until(stated + GRACE_S + 1, runs);
    return judgeSplitter(rig.record(), rig.basis) ?? notDone("The record broke off");
  },
};
