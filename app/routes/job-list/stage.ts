/** What a job's stage is called, and what comes next in it. */
import type { StepId } from "#core/missing.ts";
import { STAGES, type Stage } from "#core/stages.ts";
import type { CaseSummary } from "#core/summary.ts";

/** @param operator the rule set's word for who gives the supply: "utility", "network operator" */
export const stageName = (stage: Stage, operator: string): string =>
  ({
    enquiry: "Enquiry",
    survey: "Survey",
    quoted: "Quoted",
    waiting: `Waiting on the ${operator}`,
    installed: "Installed",
  })[stage];

/** The stage a list is asked for; null for all of them. */
export const askedStage = (text: string | null): Stage | null => STAGES.find((s) => s === text) ?? null;

/** What the case itself still asks for goes first; then what its stage waits for. */
export function nextStep(
  stage: Stage,
  { next }: Pick<CaseSummary, "next">,
  operator: string,
): { step: StepId; text: string } {
  if (stage === "installed") return { step: "papers", text: "Nothing left to do; its papers are kept here" };
  if (stage === "waiting") return { step: "papers", text: `Ask the ${operator} how far the application is` };
  if (stage === "quoted" && next.step === "papers") return { step: "ways", text: "Hear whether the quote is taken" };
  return next;
}
