/** A cheaper plan that rests on a school of practice which the job leaves open. */
import { recommendedOf } from "#core/assess.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { codebookOf } from "#core/rules/index.ts";
import { exceeds } from "#core/tolerance.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { lower } from "#core/words.ts";

/**
 * Names the cheapest way that another reading of the rules would allow, and who must agree to that reading.
 * @returns null where no reading is left open, or none saves money
 */
export function cheaperSchool(document: CaseDocument, assessment: Assessment, book: PriceBook): string | null {
  const { practiceOptions, words } = codebookOf(document.rules);
  const taken = takenWay(assessment);
  if (!taken?.meetsNeed || document.options?.evTreatment !== undefined) return null;
  const counting = practiceOptions.find((option) => option.id === "evTreatment");
  if (!counting) return null;
  let cheapest: { label: string; way: WayJudgement } | null = null;
  for (const { value, label } of counting.choices.slice(1)) {
    const way = recommendedOf(counting.apply(document, value), book);
    const best = cheapest?.way.cost.typical ?? taken.cost.typical;
    if (way?.meetsNeed && exceeds(best, way.cost.typical)) cheapest = { label, way };
  }
  if (!cheapest) return null;
  const { label, way } = cheapest;
  const money = (amount: number) => showMoney(amount, way.cost.currency);
  return `If the charger counts ${label}, this would do: ${lower(way.name)}, ${money(way.cost.typical)} instead of ${money(taken.cost.typical)}. The ${words.authority} must agree to it.`;
}
