/** What a job has to do by some day: the notice or the wait that is due first. */
import { isEnded } from "#core/case/document/stage.ts";
import type { CaseDocument, WaitedFor } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { codebookOf } from "#core/rules/index.ts";
import { dueFirst, noticesOf } from "./notices.ts";

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
  const notice = dueFirst(document, noticesOf(document, assessment));
  const days: DueDay[] = [
    ...(notice?.dueOn ? [{ on: notice.dueOn, text: notice.text }] : []),
    ...askDays(document).map(({ on, text }) => ({ on, text })),
  ];
  return days.reduce<DueDay | null>((first, day) => (first && first.on <= day.on ? first : day), null);
}
