/** The checks of commissioning: which a job asks for, and the judgement of what a charger sends of itself. */
import type { CaseDocument, CheckEntry, CheckId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import { testBasis } from "./tests.ts";

export interface AskedCheck {
  id: CheckId;
  name: string;
  /** Instruction: what to do, and the expected result. */
  how: string;
  /** Null until the check is made. */
  entry: CheckEntry | null;
}

/** The setting of a charger may differ from the designed current by this, A. */
export const LIMIT_WITHIN_A = 0.5;

/** The checks that the way that is taken asks for, in the order of the hands. */
export function checksOf(document: CaseDocument, assessment: Assessment): AskedCheck[] {
  const way = takenWay(assessment);
  if (!way) return [];
  const { charging, tests } = codebookOf(document.rules);
  const { checks = [] } = document.installation ?? {};
  const least = showA(charging.leastOfferA);
  const basis = testBasis(document, assessment);
  const isManaged = (way.limits ?? []).length > 0;
  const hasLostPen = tests.some(({ id, isObligatory }) => id === "pen-low" && isObligatory(basis));
  const chargers = document.loads.filter(({ kind }) => kind === "ev-charger").length;
  const check = (is: boolean, id: CheckId, name: string, how: string): AskedCheck[] =>
    is ? [{ id, name, how, entry: checks.findLast((entry) => entry.id === id) ?? null }] : [];
  return [
    ...check(true, "limit", "Limit", `The charger offers ${showA(way.chargeA)}, within ${showA(LIMIT_WITHIN_A)}`),
    ...check(
      isManaged,
      "clamp",
      "Clamp",
      "A known load of 1 kW or more, switched on and off, moves the reading by it within 10 %; import is positive",
    ),
    ...check(
      isManaged,
      "throttle",
      "Throttle",
      `House load raised past the limit: the charger follows within 5 s, pauses below ${least}, and comes back after a minute of room`,
    ),
    ...check(
      isManaged,
      "signal-lost",
      "Signal lost",
      "At the safe current or off within 10 s, and back after the signal returns",
    ),
    ...check(
      way.way === "circuit-splitter",
      "splitter",
      "Splitter",
      "Appliance on: the charger is off within 2 s. Appliance off: it comes back within its delay. Never both",
    ),
    ...check(chargers > 1, "two-chargers", "Two chargers", "The sum holds the limit, the shares as chosen"),
    ...check(
      hasLostPen,
      "lost-pen",
      "Lost PEN",
      "Line, neutral and earth open together within 5 s below 207 V and above 253 V",
    ),
    ...check(
      true,
      "power-back",
      "Power back",
      isManaged
        ? "After an interruption no charging above the safe current before the clamps are read"
        : "After an interruption it charges at its set current again, and no higher",
    ),
  ];
}

/** A value that a charger has sent of the current that it offers. */
export interface OfferedValue {
  /** ms since 1970. */
  at: number;
  offeredA: number | null;
}

export interface JudgedCheck {
  verdict: "pass" | "fail";
  text: string;
}

/**
 * Judges the limit by what the charger says that it offers the car.
 * @param since ms since 1970; older values are of another setting
 * @returns null while the charger has sent no such value
 */
export function judgeLimit(values: readonly OfferedValue[], designedA: number, since: number): JudgedCheck | null {
  const offered = values.findLast(({ at, offeredA }) => at >= since && offeredA !== null)?.offeredA ?? null;
  if (offered === null) return null;
  const isWithin = !exceeds(Math.abs(offered - designedA), LIMIT_WITHIN_A);
  return {
    verdict: isWithin ? "pass" : "fail",
    text: isWithin
      ? `The charger offers ${showA(offered)} of the designed ${showA(designedA)}`
      : `The charger offers ${showA(offered)} instead of the designed ${showA(designedA)}: set it behind its cover, and check it again`,
  };
}

/**
 * Judges a restart: what the charger offers after it is no more than it may.
 * @param restartedAt ms since 1970
 * @returns null while it has sent nothing since
 */
export function judgePowerBack(
  values: readonly OfferedValue[],
  mostA: number,
  restartedAt: number,
): JudgedCheck | null {
  const since = values.filter(({ at, offeredA }) => at >= restartedAt && offeredA !== null);
  if (since.length === 0) return null;
  const most = Math.max(...since.map(({ offeredA }) => offeredA ?? 0));
  const isWithin = !exceeds(most, mostA + LIMIT_WITHIN_A);
  return {
    verdict: isWithin ? "pass" : "fail",
    text: isWithin
      ? `After the restart it offered ${showA(most)} at most, of ${showA(mostA)}`
      : `After the restart it offered ${showA(most)}, more than ${showA(mostA)}`,
  };
}
