/** The log: isolation, craft, terminals, settings and tests, where the hands work, up to the certificate. */
import { judgeInstallation } from "#core/install/certificate.ts";
import { isProvedDead } from "#core/install/isolation.ts";
import { SectionBar } from "#ui/frame/section-bar.tsx";
import { Caution } from "#ui/frame/sheet.tsx";
import { useJob, useJobLater } from "#ui/job-store/use-job.tsx";
import { StepTrouble, stepMeta } from "../step.tsx";
import { useVisitor } from "../use-visitor.ts";
import { AfterSection } from "./after.tsx";
import { AsBuiltSection } from "./as-built.tsx";
import { CertificateSection } from "./certificate.tsx";
import { CommissioningSection } from "./commissioning.tsx";
import { CraftSection } from "./craft.tsx";
import { IsolationSection } from "./isolation.tsx";
import { PackingSection } from "./packing.tsx";
import { SettingsSection } from "./settings.tsx";
import { TerminalsSection } from "./terminals.tsx";
import { TestsSection } from "./tests.tsx";

export const meta = stepMeta("Log");
export { StepTrouble as ErrorBoundary };

export default function LogPage() {
  const { document } = useJob();
  const { assessment } = useJobLater();
  const { today } = useVisitor();
  const judged = judgeInstallation(document, assessment, today);
  return (
    <>
      <SectionBar
        sections={[
          { id: "packing", name: "The van" },
          { id: "isolation", name: "Isolation" },
          { id: "craft", name: "Craft" },
          { id: "terminals", name: "Terminals" },
          { id: "tests", name: "Tests" },
          { id: "settings", name: "Settings" },
          { id: "commissioning", name: "Commissioning" },
          { id: "as-built", name: "As built" },
          { id: "certificate", name: "Certificate" },
          { id: "after", name: "After" },
        ]}
      />
      {judged.certificate === "not-ready" && document.installation && (
        <p role="status">
          <strong>Not to be used yet:</strong>{" "}
          {judged.against.length === 1 ? "one thing is" : `${judged.against.length} things are`} open before the
          certificate.
        </p>
      )}
      {!isProvedDead(document) && (
        <Caution>
          Isolated, locked off and proved dead before a cover comes off. Log each step below as it is done.
        </Caution>
      )}
      <PackingSection />
      <IsolationSection />
      <CraftSection />
      <TerminalsSection />
      <TestsSection tests={judged.tests} />
      <SettingsSection />
      <CommissioningSection />
      <AsBuiltSection />
      <CertificateSection judged={judged} />
      <AfterSection />
    </>
  );
}
