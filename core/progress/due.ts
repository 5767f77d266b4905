/** What a job has to do by some day: the notice or the wait that is due first. */
import { isEnded, placeOfStage, stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument, WaitedFor } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { remindersOf } from "#core/install/after/reminders.ts";
import { codebookOf } from "#core/rules/index.ts";
import { lastDays, noticesOf } from "./notices.ts";

export interface DueDay {
  /** ISO day. */
  on: string;
  /** What is to be done, without its day. */
  text: string;
}

/** A party as it goes on after "ask the". */
export const partyName = (who: WaitedFor, operator: string): string => (who === "operator" ? operator : who);

/** The days on which somebody is to be asked again; none once the job has ended. */
export function askDays(document: CaseDocument): (DueDay & { id: string })[] {
  const { operator } = codebookOf(document.rules).words;
  const waits = isEnded(document) ? [] : (document.progress?.waits ?? []);
  return waits.flatMap(({ id, for: who, what, askOn }) => {
    if (!askOn) return [];
    const text =
      who === "firm"
        ? `See to it: ${what || "what we owe"}`
        : `Ask the ${partyName(who, operator)} again${what ? `: ${what}` : ""}`;
    return [{ id, on: askOn, text }];
  });
}

/** What is due first; null where nothing has a day. */
export function dueOf(document: CaseDocument, assessment: Assessment): DueDay | null {
  // A job that ended without its work owes no notice.
  const isWorked = placeOfStage(stageOf(document)) !== null;
  const days: DueDay[] = [
    ...(isWorked ? lastDays(noticesOf(document, assessment)) : []),
    ...remindersOf(document, assessment).map(({ dueOn, text }) => ({ on: dueOn, text })),
    ...askDays(document),
  ];
  return days.reduce<DueDay | null>((first, { on, text }) => (first && first.on <= on ? first : { on, text }), null);
}
