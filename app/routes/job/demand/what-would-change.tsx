/** What would change the answer, computed: single changes, the charger's treatments, and a load that is planned. */
import { Input } from "antd";
import { useState } from "react";
import { assess } from "../../../../core/assess.ts";
import { parseLoads } from "../../../../core/case/quick-entry.ts";
import type { CaseDocument, EvTreatment } from "../../../../core/case/types.ts";
import { codebookOf } from "../../../../core/codebook/index.ts";
import { whatWouldChange } from "../../../../core/demand/sensitivity.ts";
import { showA } from "../../../../core/units.ts";
import { Section } from "../../../ui/frame/sheet.tsx";
import { useJob } from "../../../ui/job-store/use-job.tsx";
import styles from "./demand.module.css";

const TREATMENTS: readonly { value: EvTreatment; label: string }[] = [
  { value: "outside-125", label: "on top, at 125 %" },
  { value: "outside-100", label: "on top, at 100 %" },
  { value: "inside", label: "among the loads" },
];

/** Largest unmanaged charging current where the charger is counted so. */
function unmanagedA(document: CaseDocument, evTreatment: EvTreatment): number {
  const assessed = assess({ ...document, options: { ...document.options, evTreatment } });
  return assessed.ways.find((w) => w.way === "dedicated-circuit")?.chargeA ?? 0;
}

export function WhatWouldChange() {
  const { document, assessment } = useJob();
  const codebook = codebookOf(document.rules);
  const calculation = assessment.calculations.find((c) => c.method === assessment.governing);
  const changes = calculation ? whatWouldChange(document, calculation, assessment.supply.ratingA) : [];
  const managed = assessment.ways.find((w) => w.way === "dynamic-load-management");
  return (
    <Section title="What would change the answer">
      <table className={styles.lines}>
        <thead>
          <tr>
            <th>One change at a time</th>
            <th className={styles.number}>Wins</th>
            <th className={styles.number}>Headroom then</th>
          </tr>
        </thead>
        <tbody>
          {changes.map((change) => (
            <tr key={change.text}>
              <td>{change.text}</td>
              <td className={`${styles.number} figure`}>+{showA(change.wonA)}</td>
              <td className={`${styles.number} figure`}>{showA(change.headroomA)}</td>
            </tr>
          ))}
          {managed && managed.verdict !== "ruled-out" && (
            <tr>
              <td>A managed charger, held below {showA(managed.limitA ?? 0)}</td>
              <td className={styles.number}>-</td>
              <td className={styles.number}>up to {showA(managed.chargeA)} of charging</td>
            </tr>
          )}
        </tbody>
      </table>
      {codebook.asksFor.evTreatment && (
        <p className={styles.others}>
          Largest unmanaged charging where the charger counts{" "}
          {TREATMENTS.map((t) => `${t.label}: ${showA(unmanagedA(document, t.value))}`).join("; ")}.
        </p>
      )}
      <Planned />
    </Section>
  );
}

/** What a load that is only planned would do; nothing is entered. */
function Planned() {
  const { document, assessment } = useJob();
  const [text, setText] = useState("");
  const read = text.trim() === "" ? null : parseLoads(text, codebookOf(document.rules), assessment.supply.volts);
  const then =
    read && !("problem" in read)
      ? assess({
          ...document,
          loads: [...document.loads, ...read.map(({ load }, i) => ({ ...load, id: `planned-${i}`, existing: false }))],
        })
      : null;
  return (
    <div className={styles.ask}>
      <label htmlFor="planned">If this comes as well</label>
      <Input
        id="planned"
        value={text}
        autoComplete="off"
        placeholder="hot tub 50a"
        onChange={(e) => setText(e.target.value)}
      />
      <p role="status">
        {read && "problem" in read
          ? read.problem
          : then && `Headroom ${showA(then.headroomA)} instead of ${showA(assessment.headroomA)}. ${then.because}`}
      </p>
    </div>
  );
}
