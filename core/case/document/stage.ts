/** Where a job stands, and the edits that move it. */

import type { Patch } from "./patch.ts";
import { setValue } from "./set-value.ts";
import type { CaseDocument, Progress, Stage, Wait } from "./types.ts";
import { STAGES } from "./vocabulary.ts";

type Standing = Pick<CaseDocument, "progress">;

/** The stage that a job is in; it is in the survey where nothing was said. */
export const stageOf = ({ progress }: Standing): Stage => progress?.stage ?? "survey";

export const STAGE_NAMES: Readonly<Record<Stage, string>> = {
  enquiry: "Enquiry",
  survey: "Survey",
  quoted: "Quoted",
  accepted: "Accepted",
  waiting: "Waiting",
  scheduled: "Scheduled",
  installing: "Installing",
  "to-prove": "To prove",
  done: "Done",
  closed: "Closed",
  lost: "Lost",
  refused: "Refused",
};

/** The stages after which nothing is left to do. */
const ENDED: readonly Stage[] = ["closed", "lost", "refused"];
export const isEnded = (document: Standing): boolean => ENDED.includes(stageOf(document));

/** How far along the work a stage is; the ends without the work are none of it. */
export const placeOfStage = (stage: Stage): number | null =>
  stage === "lost" || stage === "refused" ? null : STAGES.indexOf(stage);

/** The day on which a job was last moved to a stage or past it; null where it never was. */
export function reachedOn({ progress }: Standing, stage: Stage): string | null {
  const least = STAGES.indexOf(stage);
  const before = (at: Stage) => (placeOfStage(at) ?? Number.POSITIVE_INFINITY) < least;
  const reached = (at: Stage) => (placeOfStage(at) ?? -1) >= least;
  return progress?.moves?.findLast(({ from, to }) => before(from) && reached(to))?.on ?? null;
}

/** Whether the work has begun and its last tests have not been recorded: nobody may charge yet. */
export function isNotToBeUsed(document: Pick<CaseDocument, "progress" | "installation">): boolean {
  const hasBegun =
    document.installation !== undefined || stageOf(document) === "installing" || stageOf(document) === "to-prove";
  return hasBegun && reachedOn(document, "done") === null && placeOfStage(stageOf(document)) !== null;
}

type Move = NonNullable<Progress["moves"]>[number];

/** The edit that moves a job to another stage; empty where it is there already. */
export function stagePatch(document: CaseDocument, to: Stage, more: Pick<Move, "why" | "by" | "on">): Patch {
  const from = stageOf(document);
  if (from === to) return [];
  const moves = [...(document.progress?.moves ?? []), { from, to, ...more }];
  return setValue(document, "/progress", { ...document.progress, stage: to, moves });
}

/** The edit that moves a job on to a stage; empty where it has come there, gone past it, or ended without the work. */
export const forwardPatch = (document: CaseDocument, to: Stage, more: Pick<Move, "why" | "by" | "on">): Patch =>
  (placeOfStage(stageOf(document)) ?? Number.POSITIVE_INFINITY) < (placeOfStage(to) ?? 0)
    ? stagePatch(document, to, more)
    : [];

/** The edit that adds a wait, or changes the one of its id. */
export function waitPatch(document: CaseDocument, wait: Wait): Patch {
  const waits = document.progress?.waits ?? [];
  const at = waits.findIndex(({ id }) => id === wait.id);
  if (at >= 0) return [{ op: "replace", path: `/progress/waits/${at}`, value: wait }];
  return setValue(document, "/progress/waits", [...waits, wait]);
}

/** The edit that takes a wait away. */
export function withoutWaitPatch(document: CaseDocument, id: string): Patch {
  const at = (document.progress?.waits ?? []).findIndex((wait) => wait.id === id);
  return at < 0 ? [] : [{ op: "remove", path: `/progress/waits/${at}` }];
}

/** The edit that ends a wait: it stays among those that are over. */
export function endedWaitPatch(document: CaseDocument, id: string, endedOn: string): Patch {
  const { progress = {} } = document;
  const wait = progress.waits?.find((one) => one.id === id);
  if (!wait) return [];
  const { askOn: _, ...ended } = wait;
  return setValue(document, "/progress", {
    ...progress,
    waits: progress.waits?.filter((one) => one !== wait) ?? [],
    pastWaits: [...(progress.pastWaits ?? []), { ...ended, endedOn }],
  });
}

/** The edit that says what became of a notice; nothing is said of it any more where all of it is empty. */
export function noticePatch(document: CaseDocument, notice: NonNullable<Progress["notices"]>[number]): Patch {
  const others = (document.progress?.notices ?? []).filter(({ kind }) => kind !== notice.kind);
  const isEmpty = !notice.sentOn && !notice.proof && !notice.notOwed;
  return setValue(document, "/progress/notices", isEmpty ? others : [...others, notice]);
}
