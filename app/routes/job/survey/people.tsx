/** People who have to agree, and access to the home. */
import { Button } from "antd";
import { peopleFields } from "#core/case/fields/people.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";

export const PermissionsSection = deferred(function People({ document }) {
  const { jobId } = useJobStore();
  const tenant = document.enquiry?.tenure === "tenant";
  return (
    <Section
      id="people"
      title="People and permissions"
      aside={
        tenant && (
          <Button href={`/jobs/${jobId}/papers/consent.pdf`} target="_blank">
            Consent form (PDF)
          </Button>
        )
      }
    >
      <Fields>
        {Object.values(peopleFields).map((field) => (
          <CaseField key={field.at} of={field} />
        ))}
      </Fields>
    </Section>
  );
});
