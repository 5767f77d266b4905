/** The whole way from the supply to the car as a single line, to be looked at and taken along. */

import { codebookOf } from "#core/rules/index.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { singleLineShape } from "#ui/single-line/shape.ts";
import { SingleLineDrawing } from "#ui/single-line/single-line.tsx";
import { PALETTES } from "#ui/theme/palette.ts";
import { useTheme } from "#ui/theme/theme-switch.tsx";
import { useRight } from "../use-right.ts";

export function SingleLineSection({ way, jobId }: { way: WayJudgement; jobId: string }) {
  const [mayIssue, mayExport] = [useRight("issue"), useRight("export")];
  const rules = useJobPart((job) => job.document.rules);
  const palette = PALETTES[useTheme()];
  const saved = useJobPart((job) => job.saving) === "saved";
  return (
    <Section
      id="single-line"
      title="Single line"
      aside={<span className="quiet">existing: a plain line; new: a double line and the word</span>}
    >
      <SingleLineDrawing shape={singleLineShape(way, codebookOf(rules).words.earthConductor)} palette={palette} />
      {saved && mayExport && (
        <p>
          <a href={`/jobs/${jobId}/single-line.svg`} download>
            As a drawing (SVG)
          </a>
          {mayIssue && (
            <>
              {" · "}
              <a href={`/jobs/${jobId}/papers/single-line.pdf`} target="_blank" rel="noreferrer">
                As a paper (PDF)
              </a>
              {(way.circuit || way.feeder) && (
                <>
                  {" · "}
                  <a href={`/jobs/${jobId}/papers/terminations.pdf`} target="_blank" rel="noreferrer">
                    Torque record of its terminals, to fill in (PDF)
                  </a>
                </>
              )}
            </>
          )}
        </p>
      )}
    </Section>
  );
}
