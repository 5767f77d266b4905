/** The Papers step: state of the job, quote, papers, mail, and files in open formats. */
import { Button } from "antd";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { useRight } from "../use-right.ts";
import type { Route } from "./+types/route";
import { PapersDesk } from "./desk.tsx";
import { OutsideSection } from "./outside/outside.tsx";
import { useOutside } from "./outside/use-outside.ts";
import styles from "./papers.module.css";
import { QuoteSection } from "./quote/quote.tsx";
import { StandingSection } from "./standing.tsx";
import { useJobPapers } from "./use-job-papers.ts";

export const meta = stepMeta("Papers");
export { StepTrouble as ErrorBoundary };

export default function PapersPage({ params: { jobId } }: Route.ComponentProps) {
  const [mayIssue, mayExport] = [useRight("issue"), useRight("export")];
  return (
    <>
      <SectionBar
        sections={[
          { id: "standing", name: "Where it stands" },
          { id: "quote", name: "Quote" },
          { id: "papers", name: "Papers" },
          mayIssue && { id: "outside", name: "Customer and post" },
          mayExport && { id: "files", name: "Files" },
        ]}
      />
      <StandingSection />
      <QuoteSection />
      {mayIssue ? (
        <Desk jobId={jobId} />
      ) : (
        <Section id="papers" title="Papers">
          <p>An apprentice cannot issue papers. Ask an electrician of your firm to print it.</p>
        </Section>
      )}
      {mayExport && <OpenFiles jobId={jobId} />}
    </>
  );
}

/** The papers with their issued versions, and to whom they go. */
function Desk({ jobId }: { jobId: string }) {
  const { assessment } = useJob();
  const state = useJobPapers();
  const outside = useOutside();
  const others = assessment.calculations.filter((c) => c.applies && c.method !== assessment.governing);
  return (
    <>
      <Section id="papers" title="Papers">
        <p className={styles.methods}>
          All of them follow {assessment.decided ? "the way that was decided" : "the recommended way"}. A paper that is
          opened is a draft. An issued version never changes.
        </p>
        <PapersDesk state={state} outside={outside} />
        {others.length > 0 && (
          <p className={styles.methods}>
            The worksheet by another calculation, to compare:
            {others.map(({ method, name }) => (
              <a
                key={method}
                href={`/jobs/${jobId}/papers/load-worksheet.pdf?method=${method}`}
                target="_blank"
                rel="noreferrer"
              >
                {name}
              </a>
            ))}
          </p>
        )}
      </Section>
      <OutsideSection papers={state.papers} outside={outside} />
    </>
  );
}

function OpenFiles({ jobId }: { jobId: string }) {
  return (
    <Section id="files" title="Files in open formats">
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
