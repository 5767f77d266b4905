/** Demand: the loads of the home as a ledger, and the governing calculation line by line. */
import { assumedKey, assumedLoads, markAssumed } from "#core/survey/assumed.ts";
import { AssumedNotice } from "#ui/case-field/assumed-notice.tsx";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobPart, useJobStore } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { useRight } from "../use-right.ts";
import type { Route } from "./+types/route";
import { GoverningCalculation, MethodChoice } from "./calculation.tsx";
import { FeederTable } from "./feeders.tsx";
import { LoadLedger } from "./ledger.tsx";
import { MeasuredDemand } from "./measured/measured.tsx";
import { QuickEntry } from "./quick-entry.tsx";
import { SecondOpinionSection } from "./second-opinion.tsx";
import { WhatWouldChange } from "./what-would-change.tsx";

export const meta = stepMeta("Demand");
export { StepTrouble as ErrorBoundary };

export default function DemandPage({ params: { jobId } }: Route.ComponentProps) {
  const count = useJobPart((job) => job.document.loads.length);
  const hasFeeders = useJobPart((job) => job.assessment.feeders.length > 0);
  return (
    <>
      <SectionBar
        sections={[
          { id: "loads", name: "Loads" },
          { id: "calculation", name: "Calculation" },
          { id: "measured", name: "Measured" },
          hasFeeders && { id: "feeders", name: "Feeders" },
          { id: "changes", name: "What would change it" },
          { id: "second-opinion", name: "Second opinion" },
        ]}
      />
      <Section id="loads" title="Loads" aside={<LedgerFiles jobId={jobId} count={count} />}>
        <QuickEntry />
        <AssumedLoads />
        <LoadLedger />
      </Section>
      <Section id="calculation" title="Calculation" aside={<MethodChoice />}>
        <GoverningCalculation />
      </Section>
      <MeasuredDemand jobId={jobId} />
      <FeederTable />
      <WhatWouldChange />
      <SecondOpinionSection />
    </>
  );
}

/** Loads with assumed nameplates, and one button to confirm them all. */
function AssumedLoads() {
  const store = useJobStore();
  const count = useJobPart((job) => assumedLoads(job.document).length);
  if (count === 0) return null;
  return (
    <AssumedNotice
      onConfirm={() => {
        const { document } = store.getState();
        const keys = assumedLoads(document).map(({ id }) => assumedKey.load(id));
        store.edit(markAssumed(document, keys, false));
      }}
    >
      <strong>{count === 1 ? "One nameplate is" : `${count} nameplates are`} only assumed.</strong>
    </AssumedNotice>
  );
}

function LedgerFiles({ jobId, count }: { jobId: string; count: number }) {
  const mayExport = useRight("export");
  if (!mayExport) return <span className="quiet">{count} in the ledger</span>;
  return (
    <span className="quiet">
      {count} in the ledger, as{" "}
      <a href={`/jobs/${jobId}/ledger.csv`} download>
        CSV
      </a>{" "}
      or{" "}
      <a href={`/jobs/${jobId}/ledger.xlsx`} download>
        XLSX
      </a>
    </span>
  );
}
