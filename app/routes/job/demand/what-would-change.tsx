/** Computed effects of changes: single changes, the treatments of the charger, and a planned load. */
import { Input } from "antd";
import { memo, useState } from "react";
import { assess, largestUnmanaged } from "#core/assess.ts";
import type { AssessedCase } from "#core/assessed-case.ts";
import type { EvTreatment } from "#core/case/document/types.ts";
import { governingOf } from "#core/decide/assessment.ts";
import { measuredMaximumThatFits, smallerCharger, whatWouldChange } from "#core/demand/sensitivity.ts";
import { parseLoads } from "#core/panel/quick-load.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA } from "#core/units.ts";
import { wayOf } from "#core/ways/index.ts";
import { CaseFrame } from "#ui/case-field/case-frame.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob, useJobAtRest } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./demand.module.css";

const TREATMENTS: Record<EvTreatment, string> = {
  "outside-125": "on top, at 125 %",
  "outside-100": "on top, at 100 %",
  inside: "among the loads",
};

export function WhatWouldChange() {
  return (
    <Section id="changes" title="What would change the answer">
      <Changes job={useJobAtRest()} />
      <Planned />
    </Section>
  );
}

/** A row of the table. */
interface ChangeInWords {
  text: string;
  note?: string | undefined;
  gain: string;
  headroom: string;
}

/** Worked out when typing rests: each row is a whole calculation. */
const Changes = memo(function Changes({ job: { document, assessment, prices } }: { job: AssessedCase }) {
  const codebook = codebookOf(document.rules);
  const { ratingA } = assessment.supply;
  const calculation = governingOf(assessment);
  const managed = assessment.ways.find((w) => wayOf(w.way).holdsBack);
  const smaller = smallerCharger(document);
  const unmanaged = largestUnmanaged(document, assessment, prices.book);
  const measuredA = measuredMaximumThatFits(document, calculation, ratingA);
  const changes: ChangeInWords[] = whatWouldChange(document, calculation, ratingA).map((change) => ({
    text: change.text,
    note: change.note,
    gain: `+${showA(change.wonA)}`,
    headroom: showA(change.headroomA),
  }));
  if (smaller)
    changes.push({
      text: `Charging at ${showA(smaller.toA)} instead of ${showA(smaller.fromA)}`,
      gain: "-",
      headroom: `takes ${showA(smaller.savedA)} less`,
    });
  if (measuredA !== null)
    changes.push({
      text: `Measured demand instead, where its maximum is ${showA(measuredA)} or less`,
      gain: "-",
      headroom: `carries ${showA(document.charger?.maxA ?? codebook.charging.usualMaxA)} of charging`,
    });
  if (managed && managed.verdict !== "ruled-out")
    changes.push({
      text: `A managed charger, kept below ${showA(managed.limitA ?? 0)}`,
      gain: "-",
      headroom: `up to ${showA(managed.chargeA)} of charging`,
    });
  return (
    <>
      <DataTable
        label="One change at a time"
        isWide
        rows={changes}
        rowKey={(change) => change.text}
        columns={[
          {
            title: "One change at a time",
            cell: ({ text, note }) => (
              <>
                {text}
                {note && <span className="quiet">: {note}</span>}
              </>
            ),
          },
          { title: "Gain", kind: "number", cell: (change) => change.gain },
          { title: "New headroom", kind: "number", cell: (change) => change.headroom },
        ]}
      />
      {unmanaged.length > 0 && (
        <p className={styles.others}>
          Largest unmanaged charging where the charger counts{" "}
          {unmanaged.map((l) => `${TREATMENTS[l.treatment]}: ${showA(l.chargeA)}`).join("; ")}.
        </p>
      )}
    </>
  );
});

/** The effect of a planned load, without entering it. */
function Planned() {
  const { document, assessment, prices } = useJob();
  const [text, setText] = useState("");
  const codebook = codebookOf(document.rules);
  const read = text.trim() === "" ? null : parseLoads(text, codebook, assessment.supply.volts);
  const then =
    read && !("problem" in read)
      ? assess(
          {
            ...document,
            loads: [
              ...document.loads,
              ...read.map(({ load }, i) => ({ ...load, id: `planned-${i}`, existing: false })),
            ],
          },
          prices.book,
        )
      : null;
  return (
    <div className={styles.ask}>
      <CaseFrame label="If this is added as well">
        {(controlProps) => (
          <Input
            {...controlProps}
            value={text}
            autoComplete="off"
            placeholder={codebook.survey.newLoadExample}
            onChange={(e) => setText(e.target.value)}
          />
        )}
      </CaseFrame>
      <p role="status">
        {read && "problem" in read
          ? read.problem
          : then && `Headroom ${showA(then.headroomA)} instead of ${showA(assessment.headroomA)}. ${then.because}`}
      </p>
    </div>
  );
}
