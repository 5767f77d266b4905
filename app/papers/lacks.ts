/** Missing values that several papers have in common. */
import { takenWay } from "#core/decide/decision.ts";
import type { PaperSource } from "./index.ts";

export const lacksWay = ({ assessment }: Pick<PaperSource, "assessment">): string[] =>
  takenWay(assessment) ? [] : ["a way"];

export const lacksAddress = ({ document }: Pick<PaperSource, "document">): string[] =>
  document.enquiry?.address ? [] : ["the address"];

/** Values that the verdict waits for. */
export const lacksDecisive = ({ assessment }: Pick<PaperSource, "assessment">): string[] =>
  assessment.missing.map(({ text }) => text);
