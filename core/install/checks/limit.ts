/** Limit: the charger's own setting is the designed charging current, as its pilot shows. */
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { last } from "./record.ts";
import { type CheckBasis, type CheckRecord, type CheckRule, fails, notDone, type Outcome, passes } from "./types.ts";

/** The setting of a charger may differ from the designed current by this, A. */
export const LIMIT_WITHIN_A = 0.5;
/** Time that a charger has to send what it offers, s. */
const WAIT_S = 15;
/** Time that its pilot has to settle, s. */
const SETTLE_S = 2;

/** The current that the house leaves below the limit of the clamps, A; without a bound where nothing is managed. */
export function roomA({ samples }: CheckRecord, { limitA, readsCharger }: CheckBasis): number {
  const sample = samples.at(-1);
  if (limitA === null || !sample?.clamps) return Number.POSITIVE_INFINITY;
  const house = Math.max(...sample.clamps.map(({ amps }) => amps));
  return limitA - house + (readsCharger ? (sample.charger?.currentA ?? 0) : 0);
}

/** @returns null before the charger has sent what it offers */
export function judgeLimit(record: CheckRecord, basis: CheckBasis): Outcome | null {
  const { designedA, leastA } = basis;
  const offered = record.samples.findLast(({ charger }) => charger && charger.offeredA !== null)?.charger?.offeredA;
  if (offered === undefined || offered === null) return null;
  if (!exceeds(Math.abs(offered - designedA), LIMIT_WITHIN_A))
    return passes(`The charger offers ${showA(offered)} of the designed ${showA(designedA)}`);
  const room = roomA(record, basis);
  if (offered < designedA && room < designedA && !exceeds(Math.abs(offered - Math.floor(room)), 1))
    return notDone(
      `The house leaves ${showA(Math.max(0, room))} at the moment: switch loads off, so that the charger can offer ${showA(designedA)}`,
    );
  if (offered < designedA && record.samples.at(-1)?.clamps?.some(({ signal }) => !signal))
    return notDone("The clamps give no signal, so the charger offers no more than its safe current");
  const stuck = !exceeds(Math.abs(offered - leastA), LIMIT_WITHIN_A) ? `; its pilot stays at its least current` : "";
  return fails(
    `The charger offers ${showA(offered)} instead of the designed ${showA(designedA)}${stuck}: set it behind its cover, and check it again`,
  );
}

export const limit: CheckRule = {
  id: "limit",
  name: "Limit",
  how: ({ designedA }) => `The charger offers ${showA(designedA)}, within ${showA(LIMIT_WITHIN_A)}`,
  isFor: () => true,
  needs: ["charger"],
  needsNoCurrent: true,
  after: [],
  async run(rig) {
    const holds = (record: CheckRecord) => judgeLimit(record, rig.basis)?.verdict === "pass";
    if (!holds(rig.record())) await rig.until(SETTLE_S, holds);
    if (!judgeLimit(rig.record(), rig.basis))
      await rig.until(WAIT_S, (record) => last(record)?.charger?.offeredA != null);
    return (
      judgeLimit(rig.record(), rig.basis) ??
      notDone("The charger does not send what it offers; read its pilot with a tester")
    );
  },
};
