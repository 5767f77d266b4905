/** Names of a job's stages, and the next action in each. */

import { STAGE_NAMES } from "#core/case/document/stage.ts";
import { STAGES, type Stage, WAITED_FOR, type WaitedFor } from "#core/case/document/types.ts";
import type { StepId } from "#core/case/fields/steps.ts";
import { partyName } from "#core/progress/due.ts";
import type { CaseSummary } from "#core/summary.ts";

/** @param operator the rule set's word for who gives the supply, "utility" or "network operator"; null where it is short */
export const stageName = (stage: Stage, operator: string | null): string =>
  stage === "waiting" && operator ? `Waiting on the ${operator}` : STAGE_NAMES[stage];

/** Whom a job waits for, as it goes on after "waiting on". */
export const waitedForName = (who: WaitedFor, operator: string): string =>
  who === "firm" ? "us" : partyName(who, operator);

/** The party that the listed jobs wait for; null for all jobs. */
export const askedWaiting = (text: string | null): WaitedFor | null => WAITED_FOR.find((w) => w === text) ?? null;

/** The stage a list is asked for; null for all of them. */
export const askedStage = (text: string | null): Stage | null => STAGES.find((s) => s === text) ?? null;

interface NextStep {
  step: StepId;
  text: string;
  /** The day by which it is due has gone. */
  isOverdue?: boolean;
}

/** The next action of a stage, where nothing is due. */
function byStage(stage: Stage, next: CaseSummary["next"], operator: string): NextStep {
  const papers = (text: string): NextStep => ({ step: "papers", text });
  switch (stage) {
    case "quoted":
      return next.step === "papers" ? papers("Ask whether the quote is accepted") : next;
    case "accepted":
      return papers("Ask for what is needed before the work, and set a date");
    case "waiting":
      return papers(`Ask the ${operator} how far the application is`);
    case "scheduled":
      return papers("Get tools and parts ready for the day");
    case "installing":
      return papers("Install it, and say when it is connected");
    case "to-prove":
      return papers("Prove it, and hand it over");
    case "done":
      return papers("Close the job once it is paid");
    case "closed":
      return papers("Nothing left to do; its papers are kept here");
    case "lost":
    case "refused":
      return papers("Nothing left to do");
    default:
      return next;
  }
}

/**
 * The next action of a job: what is due by today goes first, then missing values of the case, then the action of its
 * stage. A day in the future is named.
 * @param today ISO day
 */
export function nextStep(
  stage: Stage,
  { next, due }: Pick<CaseSummary, "next" | "due">,
  operator: string,
  today: string,
): NextStep {
  if (due && due.on <= today) return { step: "papers", text: due.text, isOverdue: due.on < today };
  const usual = byStage(stage, next, operator);
  return due && usual.step === "papers" ? { step: "papers", text: `${due.text} by ${due.on}` } : usual;
}
