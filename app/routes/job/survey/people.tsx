/** People who have to agree, and access to the home. */
import { Button } from "antd";
import type { PermissionFrom, PermissionState } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { CaseChoice, CaseLines, CaseText } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred, useJobStore } from "#ui/job-store/use-job.tsx";

const STATES: readonly { value: PermissionState; label: string }[] = [
  { value: "not-needed", label: "not needed" },
  { value: "to-ask", label: "to ask" },
  { value: "asked", label: "asked, waiting" },
  { value: "given", label: "given" },
  { value: "refused", label: "refused" },
];

export const People = deferred(function People({ document }) {
  const { jobId } = useJobStore();
  const { survey } = codebookOf(document.rules);
  const tenant = document.enquiry?.tenure === "tenant";
  const asks: { from: PermissionFrom; label: string }[] = [
    ...(tenant ? [{ from: "owner" as const, label: "Owner's consent" }] : []),
    { from: "association", label: survey.association.label },
    { from: "authority", label: survey.authority.label },
  ];
  return (
    <Section
      id="people"
      title="People and permissions"
      aside={
        tenant && (
          <Button href={`/jobs/${jobId}/papers/owner-consent.pdf`} target="_blank">
            Consent form (PDF)
          </Button>
        )
      }
    >
      <Fields>
        <CaseChoice
          label="Home is"
          pointer="/enquiry/tenure"
          fallback="owner"
          options={[
            { value: "owner", label: "owned" },
            { value: "tenant", label: "rented" },
          ]}
        />
        {tenant && <CaseText label="Owner of the home" pointer="/enquiry/owner" />}
        {asks.map(({ from, label }) => (
          <CaseChoice
            key={from}
            label={label}
            pointer={`/enquiry/permissions/${from}`}
            fallback={from === "owner" ? "to-ask" : "not-needed"}
            options={STATES}
          />
        ))}
        <CaseLines label="Access" pointer="/enquiry/access" placeholder="keys, hours, where the van can park" />
        <CaseLines label="Animals" pointer="/enquiry/animals" placeholder="dog in the yard" />
        <CaseLines label="Gate" pointer="/enquiry/gate" placeholder="code, height, who opens" />
      </Fields>
    </Section>
  );
});
