/** Maintenance and follow-up tasks in the years after the work, each with its due day. */
import { placeOfStage, reachedOn, stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { daysAfter, monthsAfterDay } from "#core/dates.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { codebookOf } from "#core/rules/index.ts";
import { terminalsOf } from "../terminals.ts";

export interface Reminder {
  id: string;
  text: string;
  rule: string;
  /** ISO day. */
  dueOn: string;
  /** When it was seen to last; null where it was not yet. */
  doneOn: string | null;
  /** Words of the last time. */
  words: string;
}

/** The customer is asked after three weeks. */
const WORD_DAYS = 21;
/** Stranded conductors settle: their terminals are tightened again after a year (Heron's own figure, from practice). */
const TORQUE_MONTHS = 12;

/** The day on which the work was done; null before. */
const workedOn = (document: CaseDocument): string | null =>
  reachedOn(document, "done") ??
  document.installation?.signed
    ?.map(({ on }) => on)
    .sort()
    .at(-1) ??
  null;

/** Every reminder of a job, the one that is due first before the others; none before the work is done. */
export function remindersOf(document: CaseDocument, assessment: Assessment): Reminder[] {
  const from = workedOn(document);
  if (from === null || placeOfStage(stageOf(document)) === null) return [];
  const said = document.after?.reminders ?? [];
  const last = (id: string) =>
    said
      .filter((one) => one.id === id)
      .sort((a, b) => a.on.localeCompare(b.on))
      .at(-1);
  const one = (id: string, text: string, rule: string, dueAfter: (on: string) => string): Reminder => {
    const done = last(id);
    return { id, text, rule, dueOn: dueAfter(done?.on ?? from), doneOn: done?.on ?? null, words: done?.words ?? "" };
  };
  const { reminders } = codebookOf(document.rules);
  const { nextInspection } = document.installation ?? {};
  const hasStranded = terminalsOf(document, assessment).some(({ twice }) => twice);
  const found = [
    ...(last("word")
      ? []
      : [one("word", "Ask the customer how it goes", "Three weeks after the work", (on) => daysAfter(on, WORD_DAYS))]),
    ...(hasStranded
      ? [
          one(
            "torque",
            "Tighten the terminals of stranded conductors again",
            "A year after the work, from practice",
            (on) => monthsAfterDay(on, TORQUE_MONTHS),
          ),
        ]
      : []),
    ...reminders
      .filter((rule) => rule.isFor(document))
      .map(({ id, text, rule, everyMonths }) => one(id, text, rule, (on) => monthsAfterDay(on, everyMonths))),
    ...(nextInspection && !last("inspection")
      ? [one("inspection", "Inspect and test the installation", "As recommended at the work", () => nextInspection)]
      : []),
    ...(document.after?.services ?? []).flatMap(({ id, part, warrantyUntil }) =>
      warrantyUntil && !last(`warranty:${id}`)
        ? [one(`warranty:${id}`, `The warranty of ${part || "a part"} ends`, "Log of service", () => warrantyUntil)]
        : [],
    ),
  ];
  return found.sort((a, b) => a.dueOn.localeCompare(b.dueOn));
}
