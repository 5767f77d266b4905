/** What each policy would recommend, so that one sees whether the recommendation is robust. */
import type { Assessment } from "#core/assess.ts";
import type { CaseDocument, Policy } from "#core/case/document/types.ts";
import { nightNeed } from "#core/need/need.ts";
import { type Recommendation, recommend, type WaitInWords } from "#core/ways/recommend.ts";

const POLICIES: readonly { policy: Policy; name: string }[] = [
  { policy: "least-work", name: "Least work" },
  { policy: "fastest", name: "Soonest" },
  { policy: "most-current", name: "Most current" },
  { policy: "future-ready", name: "Room for later" },
];

export interface PolicyAnswer extends Recommendation {
  policy: Policy;
  name: string;
}

/** Why the assessment recommends what it does, with waits that are counted from a known day. */
export const becauseWith = (document: CaseDocument, { ways }: Pick<Assessment, "ways">, wait: WaitInWords): string =>
  recommend(ways, document.options?.policy ?? "least-work", nightNeed(document), wait).because;

/** Every policy's recommendation, in order. */
export function policyAnswers(document: CaseDocument, { ways }: Pick<Assessment, "ways">): PolicyAnswer[] {
  const need = nightNeed(document);
  return POLICIES.map((p) => ({ ...p, ...recommend(ways, p.policy, need) }));
}

/** Whether all of them say the same. */
export const isRobust = (answers: readonly PolicyAnswer[]): boolean => new Set(answers.map((a) => a.way)).size === 1;
