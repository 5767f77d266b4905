/** Feeders and buses of the sub-panels: what each carries and what is spare. */
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { capital } from "#core/words.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobLater } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";

export function FeederTable() {
  const { assessment, document } = useJobLater();
  if (assessment.feeders.length === 0) return null;
  const charger = document.charger?.panel;
  const { words } = codebookOf(document.rules);
  return (
    <Section id="feeders" title={`Feeders of ${words.subPanel}s`}>
      <DataTable
        label="Feeders"
        isWide
        rows={assessment.feeders}
        rowKey={(feeder) => feeder.name}
        columns={[
          {
            title: "Feeder or bus",
            cell: (feeder) => (
              <>
                {capital(feeder.name)}
                {feeder.panel === charger && <small>the charger's circuit starts here</small>}
              </>
            ),
          },
          { title: "Rating", kind: "number", cell: (feeder) => showA(feeder.ratingA) },
          { title: "Carries", kind: "number", cell: (feeder) => showA(feeder.demandA) },
          {
            title: "Spare",
            kind: "number",
            cell: (feeder) => <Figure why={feeder.explain}>{showA(feeder.headroomA)}</Figure>,
          },
        ]}
      />
    </Section>
  );
}
