/** The record of a job for the firm: stage, waits, notices, all sheets, and every edit. */
import { Text } from "@react-pdf/renderer";
import { STAGE_NAMES, stageOf } from "#core/case/document/stage.ts";
import { showDay } from "#core/dates.ts";
import { partyName } from "#core/progress/due.ts";
import { noticesOf } from "#core/progress/notices.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { PaperInput } from "../index.ts";
import { lacksDecisive } from "../lacks.ts";
import { PanelSchedules } from "../panel-schedules.tsx";
import { Lines, Pairs } from "../parts.tsx";
import { PicturesOnPaper } from "../pictures.tsx";
import { PlanOnPaper } from "../plan.tsx";
import { PaperPack, PaperSheet, sheetStyles as s } from "../sheet.tsx";
import LoadWorksheet from "./load-worksheet.tsx";
import Materials from "./materials.tsx";
import SingleLine from "./single-line.tsx";
import SiteAssessment from "./site-assessment.tsx";

export const lacksOf = lacksDecisive;

/** Edits of one page: a page of thousands of lines would take the renderer too long. */
const MOST_EDITS = 600;

export default function JobRecord(input: PaperInput) {
  const { document, assessment, history } = input;
  const { conventions, words } = codebookOf(document.rules);
  const { progress = {}, decision, enquiry } = document;
  const day = (iso: string) => showDay(iso, conventions);
  const sheet: PaperInput = { ...input, lacks: [] };
  const { pictures: _, ...withoutPictures } = sheet;
  const edits = (history?.edits ?? []).slice(-MOST_EDITS);
  const older = (history?.edits.length ?? 0) - edits.length;
  const notices = noticesOf(document, assessment);
  const waits = [...(progress.pastWaits ?? []), ...(progress.waits ?? [])];
  return (
    <PaperPack title="Record of the job" input={input}>
      <PaperSheet title="Record of the job" input={input} fontSize={10}>
        <Text style={s.h2}>Where it stands</Text>
        <Pairs
          pairs={[
            ["Stage", STAGE_NAMES[stageOf(document)]],
            ["Customer", enquiry?.customer || null],
            [
              "Decided",
              decision ? `${decision.way}, by ${decision.by} on ${day(decision.on)}: ${decision.why}` : "not yet",
            ],
            [
              "Accepted",
              document.quote?.accepted
                ? `version ${document.quote.accepted.version} of the quote, by ${document.quote.accepted.name} on ${day(document.quote.accepted.on)}`
                : "not yet",
            ],
          ]}
        />
        {(progress.moves ?? []).length > 0 && <Text style={s.h2}>Moves</Text>}
        <Lines
          lines={(progress.moves ?? []).map(
            ({ from, to, on, by, why }) =>
              `${day(on)}: from ${STAGE_NAMES[from]} to ${STAGE_NAMES[to]}${by ? `, ${by}` : ""}${why ? `: ${why}` : ""}`,
          )}
        />
        {waits.length > 0 && <Text style={s.h2}>Waits</Text>}
        <Lines
          lines={waits.map(
            ({ for: who, what, since, endedOn }) =>
              `${partyName(who, words.operator)}${what ? `, ${what}` : ""}: since ${day(since)}${endedOn ? ` until ${day(endedOn)}` : ""}`,
          )}
        />
        {notices.length > 0 && <Text style={s.h2}>Notices</Text>}
        <Lines
          lines={notices.map(
            ({ text, isOpen, said, dueOn }) =>
              `${text}: ${isOpen ? `open${dueOn ? `, due ${day(dueOn)}` : ""}` : said?.sentOn ? `done ${day(said.sentOn)}${said.proof ? `, ${said.proof}` : ""}` : `not owed: ${said?.notOwed ?? ""}`}`,
          )}
        />
        {history && history.issued.length > 0 && <Text style={s.h2}>Issued papers</Text>}
        <Lines lines={history?.issued ?? []} />
      </PaperSheet>
      <SiteAssessment {...withoutPictures} />
      <LoadWorksheet {...sheet} />
      <SingleLine {...sheet} />
      <Materials {...sheet} />
      <PaperSheet title="Panels, plan and pictures" input={sheet} fontSize={10}>
        <PanelSchedules input={sheet} />
        <PlanOnPaper document={document} />
        <PicturesOnPaper input={sheet} />
      </PaperSheet>
      {history && (
        <PaperSheet title="Edits" input={sheet} fontSize={10}>
          {older > 0 && <Text>{older} earlier edits are left out here.</Text>}
          <Lines
            lines={edits.map(
              ({ at, by, did }) => `${day(at.slice(0, 10))} ${at.slice(11, 16)} UTC, ${by}: ${did.join("; ")}`,
            )}
          />
        </PaperSheet>
      )}
    </PaperPack>
  );
}
