/** Survey: what is really there, in the order of a walk through the home. */

import { dwellingFields } from "#core/case/fields/dwelling.ts";
import { visitFields } from "#core/case/fields/people.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { RegionWords } from "#core/rules/types.ts";
import { capital } from "#core/words.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { PathLine } from "#ui/path/path-line.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import type { Route } from "./+types/route";
import { AnswersSection } from "./answers.tsx";
import { EvidenceSection } from "./evidence/evidence.tsx";
import { FindingList } from "./findings.tsx";
import { NotesSection } from "./notes.tsx";
import { OutletsSection } from "./outlets.tsx";
import { PanelsSection } from "./panels/panels.tsx";
import { PermissionsSection } from "./people.tsx";
import { SeenFaults } from "./seen-faults.tsx";
import { SupplySection } from "./supply.tsx";
import { TripSection } from "./trip.tsx";

const sections = ({ supply, board, outlet }: RegionWords) => [
  { id: "supply", name: capital(supply) },
  { id: "panels", name: capital(board) },
  { id: "outlets", name: `${capital(outlet)}s` },
  { id: "faults", name: "Faults" },
  { id: "answers", name: "To see to" },
  { id: "pictures", name: "Pictures" },
  { id: "people", name: "People" },
];

export const meta = stepMeta("Survey");
export { StepTrouble as ErrorBoundary };

export default function SurveyPage({ params: { jobId } }: Route.ComponentProps) {
  const { document, assessment } = useJob();
  return (
    <>
      <SectionBar sections={sections(codebookOf(document.rules).words)} />
      <NotesSection />
      <PathLine links={assessment.path} jobId={jobId} label="What was found, from the supply to the charger" />
      <FindingList findings={assessment.findings.filter((f) => f.code !== "rating-unknown")} />
      <Dwelling />
      <TripSection jobId={jobId} />
      <SupplySection />
      <PanelsSection />
      <OutletsSection />
      <SeenFaults />
      <AnswersSection jobId={jobId} />
      <EvidenceSection />
      <PermissionsSection />
    </>
  );
}

const Dwelling = () => (
  <Section id="dwelling" title="Visit and dwelling">
    <Fields>
      {[...Object.values(visitFields), ...Object.values(dwellingFields)].map((field) => (
        <CaseField key={field.at} of={field} />
      ))}
    </Fields>
  </Section>
);
