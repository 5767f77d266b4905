/** Whether the facts of a job speak for a move to another stage, or a person has to say why. */
import { isEnded, placeOfStage, stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument, Stage } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { judgeInstallation } from "#core/install/certificate.ts";
import { noticesOf, openBeforeWork } from "./notices.ts";

/** What the facts say against a move, in one sentence; null where it needs no reason. @param today ISO day */
export function againstMove(document: CaseDocument, assessment: Assessment, to: Stage, today: string): string | null {
  const [before, after] = [placeOfStage(stageOf(document)), placeOfStage(to)];
  if (after === null) return "The job ends without the work";
  if (before === null || isEnded(document)) return "The job was ended, and is taken up again";
  if (after < before) return "The job goes back";
  const is = (stage: Stage) => after >= (placeOfStage(stage) ?? 0) && before < (placeOfStage(stage) ?? 0);
  const decisive = assessment.missing.filter((missing) => missing.decisive).length;
  if (is("quoted") && decisive > 0)
    return decisive === 1
      ? "A decisive value has not been read yet"
      : `${decisive} decisive values have not been read yet`;
  if (is("accepted") && !document.decision) return "Nobody has decided for a way yet";
  const notices = noticesOf(document, assessment);
  const [open] = openBeforeWork(notices);
  if (is("installing") && open) return `Open before the work: ${open.text.toLowerCase()}`;
  if (is("done")) {
    const { against } = judgeInstallation(document, assessment, today);
    if (against.length > 0) return `Open in the log: ${against.length === 1 ? against[0] : `${against.length} things`}`;
  }
  if (is("closed")) {
    const owed = notices.filter((notice) => notice.isOpen);
    if (owed.length > 0) return `Still owed: ${owed.map(({ text }) => text.toLowerCase()).join(", ")}`;
  }
  return null;
}
