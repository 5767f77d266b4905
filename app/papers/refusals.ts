/** What was offered and refused, with day and words, for the papers that the customer keeps. */
import { answerInWords } from "#core/case/document/confirmations.ts";
import { showDay } from "#core/dates.ts";
import { questionsOf } from "#core/decide/questions.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { PaperSource } from "./index.ts";

/** One sentence for each refusal; none of an answer that was given on other facts. */
export function refusalsOf({ document, assessment }: Pick<PaperSource, "document" | "assessment">): string[] {
  const { conventions } = codebookOf(document.rules);
  return questionsOf(document, assessment).flatMap(({ asked, answer }) =>
    answer?.answer === "refused" && !answer.isStale
      ? [`${asked.label}: ${answerInWords(answer, (day) => showDay(day, conventions))}`]
      : [],
  );
}
