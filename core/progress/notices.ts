/** The notices that a job owes, each with its day and its proof. */
import { reachedOn } from "#core/case/document/stage.ts";
import type { CaseDocument, Progress, Stage } from "#core/case/document/types.ts";
import { daysAfter } from "#core/dates.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { NoticeRule } from "#core/rules/notices.ts";

export interface OwedNotice extends Pick<NoticeRule, "kind" | "text" | "rule"> {
  /** The day by which it is due; null while nothing has happened that its days run from. */
  dueOn: string | null;
  /** In words: "before the work", "within 28 days of connecting". */
  when: string;
  /** It is to be had before the work. */
  isBeforeWork: boolean;
  /** What somebody has said of it. */
  said: NonNullable<Progress["notices"]>[number] | null;
  /** Neither sent, nor said not to be owed. */
  isOpen: boolean;
}

/** The stages from which on a charger is connected, and the work completed. */
const REACHED: Readonly<Record<"connected" | "completed", Stage>> = { connected: "to-prove", completed: "done" };

/** Every notice of a job by its rules, in the order of the work. */
export function noticesOf(document: CaseDocument, assessment: Assessment): OwedNotice[] {
  const work = (takenWay(assessment)?.workItems ?? []).map(({ id }) => id);
  return codebookOf(document.rules).notices.flatMap((rule): OwedNotice[] => {
    if (!rule.isOwed({ document, work })) return [];
    const { kind, text, within } = rule;
    const said = document.progress?.notices?.find((notice) => notice.kind === kind) ?? null;
    const from = within ? reachedOn(document, REACHED[within.after]) : null;
    return [
      {
        kind,
        text,
        rule: rule.rule,
        said,
        isBeforeWork: within === undefined,
        isOpen: !said?.sentOn && !said?.notOwed,
        dueOn: within && from ? daysAfter(from, within.days) : null,
        when: within
          ? `within ${within.days} days ${within.after === "connected" ? "of connecting" : "of completion"}`
          : "before the work",
      },
    ];
  });
}

/** Notices that are to be had before the work and are still open. */
export const openBeforeWork = (notices: readonly OwedNotice[]): OwedNotice[] =>
  notices.filter(({ isOpen, isBeforeWork }) => isOpen && isBeforeWork);

/** The last days of the open notices whose days run already. */
export const lastDays = (notices: readonly OwedNotice[]): (Pick<OwedNotice, "kind" | "text"> & { on: string })[] =>
  notices.flatMap(({ kind, text, isOpen, dueOn }) => (isOpen && dueOn !== null ? [{ kind, text, on: dueOn }] : []));
