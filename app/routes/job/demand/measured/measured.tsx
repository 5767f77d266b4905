/** Measured demand: read from a file or a recorder, or entered by hand; by phase on three phases. */
import { Button } from "antd";
import { Suspense, useState } from "react";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Measured } from "#core/case/document/types.ts";
import { measuredFields } from "#core/case/fields/measured.ts";
import { supplyFields } from "#core/case/fields/supply.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { Fields } from "#ui/field/field.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";

/** @param operator the rule set's word for who gives the supply */
/** The result of the measured method, or the reason why it does not apply. */
function Verdict() {
  const { assessment, document } = useJob();
  const method = codebookOf(document.rules).methods.find((m) => m.measures);
  const measured = assessment.calculations.find((c) => c.method === method?.id);
  if (!measured) return null;
  return (
    <p role="status">
      {measured.applies ? (
        <>
          It governs: <Figure why={measured.explain.demandA}>{showA(measured.demandA)}</Figure> by {measured.rule}.
        </>
      ) : (
        <>It does not govern yet. {measured.why}.</>
      )}
    </p>
  );
}

/** Files, recorders and charts are loaded on request. */
const Files = lazyPart(() => import("./files.tsx"));

export function MeasuredDemand({ jobId }: { jobId: string }) {
  const { document } = useJob();
  const [reads, setReads] = useState(false);
  const store = useJobStore();
  const set = (value: CaseDocument["measured"]) => store.edit(setValue(store.getState().document, "/measured", value));
  const files = reads ? (
    <Suspense fallback={<p className="quiet">One moment ...</p>}>
      <Files jobId={jobId} />
    </Suspense>
  ) : (
    <Button onClick={() => setReads(true)}>Files and recorders</Button>
  );
  const { measured } = document;
  return (
    <Section
      id="measured"
      title="Measured demand"
      aside={
        measured ? (
          <Button type="text" danger onClick={() => set(null)}>
            Remove the measurement
          </Button>
        ) : (
          <Button onClick={() => set({ source: "recorder" })}>Enter a measurement</Button>
        )
      }
    >
      {measured ? (
        <Evidence measured={measured} onByHand={set} />
      ) : (
        <p className="quiet">
          Where the calculation leaves no room, a year of meter data or a recording often shows that there is some.
        </p>
      )}
      {files}
    </Section>
  );
}

/** The measurement that the job rests on. */
function Evidence({ measured, onByHand }: { measured: Measured; onByHand(value: Measured): void }) {
  const { document } = useJob();
  const { digest, file, ...byHand } = measured;
  return (
    <>
      <Verdict />
      {digest !== undefined && (
        <p>
          Read from {file}: {showNumber(measured.days ?? 0)} days of {showNumber(measured.intervalMinutes ?? 0)}-minute
          averages, highest {showA(Math.max(measured.max?.value ?? 0, ...(measured.maxByPhaseA ?? [])))}.{" "}
          <span className="quiet">SHA-256 {digest.slice(0, 12)}</span>{" "}
          <Button size="small" type="link" onClick={() => onByHand(byHand)}>
            Change it by hand
          </Button>
        </p>
      )}
      <Fields>
        <CaseField of={measuredFields.source} />
        <CaseField of={measuredFields.days} />
        <CaseField of={measuredFields.intervalMinutes} />
        {digest === undefined && document.supply.system === "three-phase-230-400" ? (
          <PhaseMaxima />
        ) : (
          <CaseField of={measuredFields.max} />
        )}
        <CaseField of={measuredFields.heatingSeason} />
        <CaseField of={measuredFields.generation} />
        <CaseField of={supplyFields.onsiteGeneration} />
      </Fields>
    </>
  );
}

/** The three phases are one list in the case: they are entered together. */
function PhaseMaxima() {
  const store = useJobStore();
  const { document } = useJob();
  if (!document.measured?.maxByPhaseA)
    return (
      <Button onClick={() => store.edit(setValue(store.getState().document, "/measured/maxByPhaseA", [0, 0, 0]))}>
        Enter the three phases
      </Button>
    );
  return [0, 1, 2].map((phase) => <CaseField key={phase} of={measuredFields.maxByPhaseA} index={[phase]} />);
}
