/** Whom a job waits for. */
import { stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument, Stage, WaitedFor } from "#core/case/document/types.ts";
import { PERMISSIONS, WAITED_FOR } from "#core/case/document/vocabulary.ts";

/** The party that a job of some stages waits for by itself, where no wait was entered. */
const BY_STAGE: Partial<Record<Stage, WaitedFor>> = { quoted: "customer", waiting: "operator" };

/** Everybody a job waits for: by the waits that were entered, by its stage, and whose permission was asked. */
export function waitsFor(document: Pick<CaseDocument, "progress" | "enquiry">): WaitedFor[] {
  const entered = new Set((document.progress?.waits ?? []).map((wait) => wait.for));
  const { permissions = {} } = document.enquiry ?? {};
  const byStage = BY_STAGE[stageOf(document)];
  const asked = new Set<WaitedFor>(PERMISSIONS.filter((who) => permissions[who] === "asked"));
  return WAITED_FOR.filter((who) => entered.has(who) || who === byStage || asked.has(who));
}
