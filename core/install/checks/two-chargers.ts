/** Two chargers: together they hold the limit, and both get a share. */
import { exceeds } from "#core/tolerance.ts";
import { showA, showNumber } from "#core/units.ts";
import { last, longestS, NONE_A } from "./record.ts";
import { FOLLOWS_WITHIN_S } from "./throttle.ts";
import {
  type CheckBasis,
  type CheckRecord,
  type CheckRule,
  fails,
  heldBelowA,
  notDone,
  type Outcome,
  passes,
} from "./types.ts";

const START_S = 20;
/** Time over which both are watched, s. */
const WATCH_S = FOLLOWS_WITHIN_S + 1;
const STEADY_S = 2.5;
const WITHIN_A = 0.5;

type Sample = CheckRecord["samples"][number];
const sumA = ({ charger, second }: Sample) => (charger?.currentA ?? 0) + (second?.currentA ?? 0);
const bothCharge = ({ charger, second }: Sample) =>
  exceeds(charger?.currentA ?? 0, NONE_A) && exceeds(second?.currentA ?? 0, NONE_A);

export function judgeTwoChargers(record: CheckRecord, basis: CheckBasis): Outcome | null {
  const together = record.samples.filter(bothCharge);
  const end = together.at(-1);
  if (!end) return null;
  const shared = heldBelowA(basis);
  const over = longestS(record.samples, (sample) => exceeds(sumA(sample), shared + WITHIN_A));
  if (exceeds(over, FOLLOWS_WITHIN_S))
    return fails(
      `Both together took up to ${showA(Math.max(...together.map(sumA)))} of ${showA(shared)} for ${showNumber(over)} s: the shares are not held`,
    );
  return passes(
    `Both charge, at ${showA(end.charger?.currentA ?? 0)} and ${showA(end.second?.currentA ?? 0)}: ${showA(sumA(end))} of ${showA(shared)}`,
  );
}

export const twoChargers: CheckRule = {
  id: "two-chargers",
  name: "Two chargers",
  how: (basis) => `Both charge at once: the sum holds ${showA(heldBelowA(basis))}, with the shares as chosen`,
  isFor: ({ chargers }) => chargers > 1,
  needs: ["charger", "second"],
  after: ["limit"],
  async run(rig) {
    await rig.ask({ kind: "start" });
    await rig.ask({ kind: "start-second" });
    const both = (record: CheckRecord) => {
      const sample = last(record);
      return sample !== undefined && bothCharge(sample);
    };
    if (!(await rig.until(START_S, both))) return notDone("Only one of the chargers has a car that charges");
    // Too much is watched until it counts as too long.
    await rig.until(WATCH_S, ({ samples }) => {
      const [first] = samples.filter(bothCharge);
      const isHeld = !samples.some((sample) => exceeds(sumA(sample), heldBelowA(rig.basis) + WITHIN_A));
      return first !== undefined && isHeld && (samples.at(-1)?.atS ?? 0) - first.atS > STEADY_S;
    });
    return judgeTwoChargers(rig.record(), rig.basis) ?? notDone("The record broke off");
  },
};
