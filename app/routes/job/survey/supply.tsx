/** The supply: rating, system, earthing, conductors, and equipment between the street and the panel. */

import { supplyFields } from "#core/case/fields/supply.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Caution, Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";

export function SupplySection() {
  const { document, assessment } = useJob();
  const { words, survey } = codebookOf(document.rules);
  return (
    <Section
      id="supply"
      title={words.supply === "service" ? "Service" : "Supply"}
      aside={
        <span className="quiet">
          {document.supply.ratingA ? "rating" : "assumed rating"}{" "}
          <Figure why={assessment.explain.ratingA}>{showA(assessment.supply.ratingA)}</Figure>
        </span>
      }
    >
      <Caution>{survey.isolate}</Caution>
      <Fields>
        {Object.values(supplyFields).map((field) => (
          <CaseField key={field.at} of={field} />
        ))}
      </Fields>
    </Section>
  );
}
