/** The days of a job for a calendar: the steps of the way that is taken, notices, and whom to ask again. */
import { placeOfStage, stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { daysAfter } from "#core/dates.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { holidaysOf, placedSteps, workedFrom } from "#core/estimate/schedule.ts";
import { askDays } from "./due.ts";
import { lastDays, noticesOf } from "./notices.ts";

export interface JobDay {
  /** Stays the same from one calendar to the next. */
  id: string;
  text: string;
  /** ISO days; the end is the first day after. */
  from: string;
  until: string;
}

const oneDay = (id: string, on: string, text: string): JobDay => ({ id, text, from: on, until: daysAfter(on, 1) });

/** Whether the work is still ahead, so that its steps have days. */
const isAhead = (document: CaseDocument): boolean => {
  const [place, done] = [placeOfStage(stageOf(document)), placeOfStage("to-prove")];
  return place !== null && done !== null && place < done;
};

/**
 * @param start ISO day on which the first step may begin
 * @param book its holidays are not worked
 * @returns in the order of their days; steps with their typical length
 */
export function jobDays(document: CaseDocument, assessment: Assessment, start: string, book: PriceBook): JobDay[] {
  const way = isAhead(document) ? takenWay(assessment) : null;
  const steps = placedSteps(way?.steps ?? [], "typical", workedFrom(start, holidaysOf(book)));
  return [
    // A step that takes no day is over before it has begun.
    ...steps
      .filter(({ from, to }) => to > from)
      .map(({ id, name, from, to }) => ({
        id: `step-${id}`,
        text: name,
        from: daysAfter(start, from),
        until: daysAfter(start, to),
      })),
    ...lastDays(noticesOf(document, assessment)).map(({ kind, on, text }) =>
      oneDay(`notice-${kind}`, on, `Last day: ${text}`),
    ),
    ...askDays(document).map(({ id, on, text }) => oneDay(`wait-${id}`, on, text)),
  ].sort((a, b) => a.from.localeCompare(b.from));
}
