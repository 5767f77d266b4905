/** Makes a check, and tells what it shows from what it cannot show. */
import type { CheckId } from "#core/case/document/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { listed } from "#core/words.ts";
import { blockedBy } from "./index.ts";
import { longestS } from "./record.ts";
import {
  type CheckRecord,
  type CheckRule,
  EQUIPMENT_WORDS,
  EquipmentLost,
  notDone,
  type Outcome,
  type Rig,
} from "./types.ts";

export interface DoneCheck extends Outcome {
  id: CheckId;
  /** Its samples and marks. */
  record: CheckRecord;
}

/**
 * Makes one check; it is skipped while one that it relies on fails.
 * @param rigFor a rig with an empty record
 * @param failed checks that fail; brought up to date by the verdict
 */
export async function makeCheck(
  rule: CheckRule,
  rigFor: (rule: CheckRule) => Rig,
  failed: Set<CheckId>,
): Promise<DoneCheck> {
  const blocks = blockedBy(rule, failed);
  const rig = rigFor(rule);
  const outcome =
    blocks.length > 0
      ? notDone(`First this has to pass: ${listed(blocks.map(({ name }) => name))}`)
      : await outcomeOf(rule, rig);
  if (outcome.verdict === "fail") failed.add(rule.id);
  if (outcome.verdict === "pass") failed.delete(rule.id);
  return { id: rule.id, ...outcome, record: rig.record() };
}

/** Equipment that is away for longer than this, s, says nothing of what happened meanwhile. */
const LONGEST_GAP_S = 3;

async function outcomeOf(rule: CheckRule, rig: Rig): Promise<Outcome> {
  try {
    const outcome = await rule.run(rig);
    const { samples } = rig.record();
    const lost = rule.needs.find(
      (one) =>
        !(one === "charger" && rule.mayLoseCharger) &&
        (samples.at(-1)?.[one] === null ||
          exceeds(
            longestS(samples, (sample) => sample[one] === null),
            LONGEST_GAP_S,
          )),
    );
    if (outcome.verdict === "not-done") return outcome;
    if (lost) return notDone(lostText(lost));
    return isSeldomRead(rule, samples) ? notDone(SELDOM) : outcome;
  } catch (error) {
    if (error instanceof EquipmentLost) return notDone(lostText(error.equipment));
    throw error;
  }
}

const SELDOM =
  "The charger sends its current too seldom to be judged: set it to send meter values every second, or enter what you see by hand";

/** A charger that is connected but has not sent its current for too long: no current is not a pause. */
const isSeldomRead = (
  { needs, mayLoseCharger = false, needsNoCurrent = false }: CheckRule,
  samples: CheckRecord["samples"],
) =>
  needs.includes("charger") &&
  !mayLoseCharger &&
  !needsNoCurrent &&
  exceeds(
    longestS(samples, ({ charger }) => charger !== null && charger.currentA === null),
    LONGEST_GAP_S,
  );

const lostText = (equipment: EquipmentLost["equipment"]): string =>
  `The connection of ${EQUIPMENT_WORDS[equipment]} was lost meanwhile. Nothing is recorded; make the check again`;
