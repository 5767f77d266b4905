/** The recommendation of each policy; it is robust where all policies agree. */

import type { CaseDocument, Policy } from "#core/case/document/types.ts";
import { nightNeed } from "#core/energy/need/need.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { holidaysOf, typicalDaysFrom, workedFrom } from "#core/estimate/schedule.ts";
import { policyOf } from "#core/judge/preference.ts";
import { showDays } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import type { Assessment } from "./assessment.ts";
import { type Recommendation, recommendWay } from "./recommend.ts";

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

/**
 * Why the assessment recommends what it does, with waits that are counted from a day of the calendar; the assessment
 * itself knows no calendar.
 * @param today ISO day
 */
export function becauseFrom(
  document: CaseDocument,
  { ways }: Pick<Assessment, "ways">,
  book: PriceBook,
  today: string,
): string {
  const worked = workedFrom(today, holidaysOf(book));
  const wait = ({ steps }: WayJudgement) => `${showDays(typicalDaysFrom(steps, worked))} from today`;
  return recommendWay(ways, policyOf(document), nightNeed(document), wait).because;
}

/** Every policy's recommendation, in order. */
export function policyAnswers(document: CaseDocument, { ways }: Pick<Assessment, "ways">): PolicyAnswer[] {
  const need = nightNeed(document);
  return POLICIES.map((p) => ({ ...p, ...recommendWay(ways, p.policy, need) }));
}

/** Whether all of them say the same. */
export const isRobust = (answers: readonly PolicyAnswer[]): boolean => new Set(answers.map((a) => a.way)).size === 1;
