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
import { WideTable } from "#ui/frame/wide-table.tsx";
import { useJob, useJobAtRest } from "#ui/job-store/use-job.tsx";
import styles from "./demand.module.css";

const TREATMENTS: Record<EvTreatment, string> = {
  "outside-125": "on top, at 125 %",
  "outside-100": "on top, at 100 %",
  inside: "among the loads",
};

export function WhatWouldChange() {
  return (
    <Section title="What would change the answer">
      <Changes job={useJobAtRest()} />
      <Planned />
    </Section>
  );
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
  return (
    <>
      <WideTable label="One change at a time">
        <table className={styles.lines}>
          <thead>
            <tr>
              <th>One change at a time</th>
              <th className={styles.number}>Gain</th>
              <th className={styles.number}>New headroom</th>
            </tr>
          </thead>
          <tbody>
            {whatWouldChange(document, calculation, ratingA).map((change) => (
              <tr key={change.text}>
                <td>
                  {change.text}
                  {change.note && <span className="quiet">: {change.note}</span>}
                </td>
                <td className={`${styles.number} figure`}>+{showA(change.wonA)}</td>
                <td className={`${styles.number} figure`}>{showA(change.headroomA)}</td>
              </tr>
            ))}
            {smaller && (
              <tr>
                <td>
                  Charging at {showA(smaller.toA)} instead of {showA(smaller.fromA)}
                </td>
                <td className={styles.number}>-</td>
                <td className={styles.number}>takes {showA(smaller.savedA)} less</td>
              </tr>
            )}
            {measuredA !== null && (
              <tr>
                <td>Measured demand instead, where its maximum is {showA(measuredA)} or less</td>
                <td className={styles.number}>-</td>
                <td className={styles.number}>
                  carries {showA(document.charger?.maxA ?? codebook.charging.usualMaxA)} of charging
                </td>
              </tr>
            )}
            {managed && managed.verdict !== "ruled-out" && (
              <tr>
                <td>A managed charger, kept below {showA(managed.limitA ?? 0)}</td>
                <td className={styles.number}>-</td>
                <td className={styles.number}>up to {showA(managed.chargeA)} of charging</td>
              </tr>
            )}
          </tbody>
        </table>
      </WideTable>
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
