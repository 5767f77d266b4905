/** Actual hours and price of the work against the predicted ones. */
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import type { ActualOfJob } from "#core/estimate/corrections.ts";
import { hoursOf } from "#core/estimate/price-lines.ts";

/** Predicted hours and price of the way that is taken; the quoted price goes before the typical one. */
export function predictedOf(document: CaseDocument, assessment: Assessment): { hours: number; price: number | null } {
  const way = takenWay(assessment);
  const { options = [], accepted } = document.quote ?? {};
  const quoted = options.find(({ id }) => id === accepted?.option)?.fixedPrice;
  const typical = way && Number.isFinite(way.cost.typical) ? way.cost.typical : null;
  return { hours: way ? hoursOf(way.lines) : 0, price: quoted ?? typical };
}

/** Null where nobody has entered hours or price. */
export function actualOf(document: CaseDocument, assessment: Assessment): ActualOfJob | null {
  const { hours, price } = document.after?.actual ?? {};
  if (hours == null && price == null) return null;
  const predicted = predictedOf(document, assessment);
  return {
    predictedHours: predicted.hours,
    actualHours: hours ?? null,
    predictedPrice: predicted.price,
    actualPrice: price ?? null,
  };
}
