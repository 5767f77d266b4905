/** Names of a job's stages, and the next action in each. */

import type { StepId } from "#core/case/fields/steps.ts";
import { STAGES, type Stage } from "#core/firm/stages.ts";
import { WAITED_FOR, type WaitedFor } from "#core/firm/waiting.ts";
import type { CaseSummary } from "#core/summary.ts";

/** @param operator the rule set's word for who gives the supply, "utility" or "network operator"; null where it is short */
export const stageName = (stage: Stage, operator: string | null): string =>
  ({
    enquiry: "Enquiry",
    survey: "Survey",
    quoted: "Quoted",
    waiting: operator ? `Waiting on the ${operator}` : "Waiting",
    installed: "Installed",
  })[stage];

/** Whom a job waits for, as it goes on after "waiting on the". */
export const waitedForName = (who: WaitedFor, operator: string): string =>
  ({
    customer: "customer",
    operator,
    owner: "owner",
    association: "association",
    authority: "authority",
  })[who];

/** The party that the listed jobs wait for; null for all jobs. */
export const askedWaiting = (text: string | null): WaitedFor | null => WAITED_FOR.find((w) => w === text) ?? null;

/** The stage a list is asked for; null for all of them. */
export const askedStage = (text: string | null): Stage | null => STAGES.find((s) => s === text) ?? null;

/** Missing values of the case come first, then the action of its stage. */
export function nextStep(
  stage: Stage,
  { next }: Pick<CaseSummary, "next">,
  operator: string,
): { step: StepId; text: string } {
  if (stage === "installed") return { step: "papers", text: "Nothing left to do; its papers are kept here" };
  if (stage === "waiting") return { step: "papers", text: `Ask the ${operator} how far the application is` };
  if (stage === "quoted" && next.step === "papers") return { step: "ways", text: "Ask whether the quote is accepted" };
  return next;
}
