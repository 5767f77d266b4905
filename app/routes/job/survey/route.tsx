/** Survey: what is really there, in the order of a walk through the home. */

import { AREA_UNITS } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { RegionWords } from "#core/rules/types.ts";
import { capital } from "#core/words.ts";
import { CaseChoice, CaseQuantity, CaseSwitch, CaseText } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { PathLine } from "#ui/path/path-line.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import type { Route } from "./+types/route";
import { Evidence } from "./evidence/evidence.tsx";
import { Findings } from "./findings.tsx";
import { NotesSection } from "./notes.tsx";
import { Outlets } from "./outlets.tsx";
import { Panels } from "./panels/panels.tsx";
import { People } from "./people.tsx";
import { SeenFaults } from "./seen-faults.tsx";
import { SupplySection } from "./supply.tsx";
import styles from "./survey.module.css";

const parts = ({ supply, board, outlet }: RegionWords) => [
  { id: "supply", name: capital(supply) },
  { id: "panels", name: capital(board) },
  { id: "outlets", name: `${capital(outlet)}s` },
  { id: "faults", name: "Faults" },
  { id: "pictures", name: "Pictures" },
  { id: "people", name: "People" },
];

export const meta = stepMeta("Survey");
export { StepTrouble as ErrorBoundary };

export default function Survey({ params: { jobId } }: Route.ComponentProps) {
  const { document, assessment } = useJob();
  return (
    <>
      <nav className={styles.parts} aria-label="Parts of the survey">
        {parts(codebookOf(document.rules).words).map((part) => (
          <a key={part.id} href={`#${part.id}`}>
            {part.name}
          </a>
        ))}
      </nav>
      <NotesSection />
      <PathLine links={assessment.path} jobId={jobId} label="What was found, from the supply to the charger" />
      <Findings findings={assessment.findings.filter((f) => f.code !== "rating-unknown")} />
      <Dwelling rules={document.rules} />
      <SupplySection />
      <Panels />
      <Outlets />
      <SeenFaults />
      <Evidence />
      <People />
    </>
  );
}

function Dwelling({ rules }: { rules: Parameters<typeof codebookOf>[0] }) {
  const codebook = codebookOf(rules);
  return (
    <Section id="dwelling" title="Dwelling">
      <Fields>
        <CaseText label="Address" pointer="/title" wide />
        <CaseText label="Customer" pointer="/enquiry/customer" />
        <CaseQuantity
          label="Floor area"
          pointer="/dwelling/floorArea"
          units={AREA_UNITS}
          usual={codebook.areaUnit}
          empty="null"
          source="dwelling.floorArea"
          hint={codebook.asksFor.floorArea ? "Outside dimensions; no garage, porch or unfinished space" : undefined}
        />
        <CaseChoice
          label="Kind"
          pointer="/dwelling/kind"
          fallback="one-family"
          options={[
            { value: "one-family", label: "House" },
            { value: "apartment", label: codebook.survey.apartment },
          ]}
        />
        <CaseSwitch label="Already built" pointer="/dwelling/existing" fallback />
      </Fields>
    </Section>
  );
}
