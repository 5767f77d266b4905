/** The checks of commissioning in the order of the hands, and those that a job asks for. */
import { clampPlaceOf } from "#core/case/document/clamp-place.ts";
import type { CaseDocument, CheckEntry, CheckId } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import { testBasis } from "../tests.ts";
import { clamp } from "./clamp.ts";
import { limit } from "./limit.ts";
import { lostPen } from "./lost-pen.ts";
import { knownLoadOf } from "./placings.ts";
import { powerBack } from "./power-back.ts";
import { signalLost } from "./signal-lost.ts";
import { splitter } from "./splitter.ts";
import { throttle } from "./throttle.ts";
import { twoChargers } from "./two-chargers.ts";
import type { CheckBasis, CheckRule } from "./types.ts";

export const CHECKS: readonly CheckRule[] = [
  limit,
  clamp,
  throttle,
  signalLost,
  splitter,
  twoChargers,
  lostPen,
  powerBack,
];

/** The design figures for the checks of a job; null where no way is taken. */
export function checkBasis(document: CaseDocument, assessment: Assessment): CheckBasis | null {
  const way = takenWay(assessment);
  if (!way) return null;
  const { charging, tests } = codebookOf(document.rules);
  const basis = testBasis(document, assessment);
  const isSplit = document.supply.system === "split-phase-120-240" || document.supply.system === "two-legs-120-208";
  const legVolts = isSplit ? 120 : 230;
  // The clamps of the supply come first; they are the ones that the checks read.
  const limitA = way.limits?.[0]?.limitA ?? null;
  const panel = document.panels.find(({ id }) => id === way.panel) ?? null;
  return {
    designedA: way.chargeA,
    circuitA: way.circuitA,
    limitA,
    leastA: charging.leastOfferA,
    readsCharger: clampPlaceOf(document, panel).reads === "with-charger",
    loadMovesAll: isSplit,
    chargerVolts: way.volts,
    legVolts,
    knownLoad: knownLoadOf(document, legVolts),
    isSplitter: way.way === "circuit-splitter",
    chargers: document.loads.filter(({ kind }) => kind === "ev-charger").length,
    hasLostPen: tests.some(({ id, isObligatory }) => id === "pen-low" && isObligatory(basis)),
  };
}

export interface AskedCheck {
  id: CheckId;
  name: string;
  /** Instruction: what to do, and the expected result. */
  how: string;
  /** Null until the check is made. */
  entry: CheckEntry | null;
}

/** The rules of the checks that a job asks for, in the order of the hands. */
export const checkRulesFor = (basis: CheckBasis): CheckRule[] => CHECKS.filter((check) => check.isFor(basis));

/** The checks that the way that is taken asks for, with what the log says of them. */
export function checksOf(document: CaseDocument, assessment: Assessment): AskedCheck[] {
  const basis = checkBasis(document, assessment);
  if (!basis) return [];
  const { checks = [] } = document.installation ?? {};
  return checkRulesFor(basis).map(({ id, name, how }) => ({
    id,
    name,
    how: how(basis),
    entry: checks.findLast((entry) => entry.id === id) ?? null,
  }));
}

/** The checks that this one waits for because they fail. */
export const blockedBy = ({ after }: CheckRule, failed: ReadonlySet<CheckId>): CheckRule[] =>
  CHECKS.filter(({ id }) => after.includes(id) && failed.has(id));
