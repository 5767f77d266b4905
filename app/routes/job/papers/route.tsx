/** Papers: where the job stands, what can be printed from this job, and the open files to take along. */
import { Button } from "antd";
import { codebookOf } from "#core/rules/index.ts";
import { papersOf } from "#papers/list.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobPart } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { useRight } from "../use-right.ts";
import type { Route } from "./+types/route";
import { StandingSection } from "./standing.tsx";

export const meta = stepMeta("Papers");
export { StepTrouble as ErrorBoundary };

export default function PapersPage({ params: { jobId } }: Route.ComponentProps) {
  const [mayIssue, mayExport] = [useRight("issue"), useRight("export")];
  const { document, assessment } = useJob();
  const codebook = codebookOf(document.rules);
  const saving = useJobPart((job) => job.saving);
  const ready = saving === "saved";
  return (
    <>
      <StandingSection />
      <Section title="Load-calculation worksheet">
        <p style={{ maxWidth: "44rem", marginBottom: "0.8rem" }}>
          Every line with its factor and rule, what was assumed, the cautions, the waterline, and a place to sign.
          {assessment.assumptions.length > 0 &&
            ` ${assessment.assumptions.length === 1 ? "1 assumption is" : `${assessment.assumptions.length} assumptions are`} printed on it.`}
        </p>
        {!mayIssue ? (
          <p>An apprentice cannot issue papers. Ask an electrician of your firm to print it.</p>
        ) : (
          <p style={{ display: "flex", gap: "0.6rem", flexWrap: "wrap" }}>
            {[...assessment.calculations]
              .filter((c) => c.applies)
              .sort((a, b) => Number(b.method === assessment.governing) - Number(a.method === assessment.governing))
              .map((c) => (
                <Button
                  key={c.method}
                  type={c.method === assessment.governing ? "primary" : "default"}
                  href={`/jobs/${jobId}/papers/load-worksheet.pdf?method=${c.method}`}
                  target="_blank"
                  disabled={!ready}
                >
                  {!ready
                    ? "Saving first ..."
                    : c.method === assessment.governing
                      ? "Open the worksheet (PDF)"
                      : `${c.name} (PDF)`}
                </Button>
              ))}
          </p>
        )}
      </Section>
      <Section title="All other papers">
        <p style={{ maxWidth: "44rem", marginBottom: "0.8rem" }}>
          All of them follow {assessment.decided ? "the way that was decided" : "the recommended way"}. A paper that
          lacks something names it on its first page.
        </p>
        <p style={{ display: "flex", gap: "0.6rem", flexWrap: "wrap" }}>
          {mayIssue &&
            papersOf(document, codebook)
              .filter(({ id }) => id !== "load-worksheet")
              .map(({ id, name }) => (
                <Button key={id} href={`/jobs/${jobId}/papers/${id}.pdf`} target="_blank" disabled={!ready}>
                  {name(codebook.words)} (PDF)
                </Button>
              ))}
        </p>
      </Section>
      {mayExport && <OpenFiles jobId={jobId} />}
    </>
  );
}

function OpenFiles({ jobId }: { jobId: string }) {
  return (
    <Section title="Files in open formats">
      <p style={{ maxWidth: "44rem", marginBottom: "0.8rem" }}>
        The whole job as plain JSON, to keep, to pass on, or to check with the command line. The calendar has the steps
        of the way from today on, and what is due.
      </p>
      <p style={{ display: "flex", gap: "0.6rem", flexWrap: "wrap" }}>
        <Button href={`/jobs/${jobId}/case.json`} download>
          Case
        </Button>
        <Button href={`/jobs/${jobId}/assessment.json`} download>
          Assessment
        </Button>
        <Button href={`/jobs/${jobId}/calendar.ics`} download>
          Calendar of its days
        </Button>
      </p>
    </Section>
  );
}
