/** The governing calculation, line by line; every counted figure answers why. */
import { Select } from "antd";
import { memo } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { optionFields } from "#core/case/fields/options.ts";
import { governingOf } from "#core/decide/assessment.ts";
import type { DemandCalculation } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showPercent, showVA } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { useJobLater, useJobStore } from "#ui/job-store/use-job.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import styles from "./demand.module.css";
import { SideBySideTable } from "./side-by-side.tsx";

/** Lets another applicable method govern; "as the rules say" takes the choice back. */
export const MethodChoice = () => <Methods job={useJobLater()} />;

const Methods = memo(function Methods({ job: { document, assessment } }: { job: AssessedCase }) {
  const store = useJobStore();
  const chosen = document.options?.loadMethod ?? "rules";
  return (
    <span className={styles.method}>
      <label htmlFor="method">Method</label>
      <Select
        id="method"
        aria-label="Method"
        value={chosen}
        popupMatchSelectWidth={false}
        options={[
          { value: "rules", label: "As the rules say" },
          ...assessment.calculations.map((c) => ({
            value: c.method,
            label: c.applies ? `${c.name} (${showA(c.demandA)})` : `${c.name}: does not apply`,
            disabled: !c.applies,
          })),
        ]}
        onChange={(value) =>
          store.edit(setValue(store.getState().document, "/options/loadMethod", value === "rules" ? undefined : value))
        }
      />
    </span>
  );
});

export const GoverningCalculation = () => <Governing job={useJobLater()} />;

const Governing = memo(function Governing({ job: { document, assessment } }: { job: AssessedCase }) {
  const calculation = governingOf(assessment);
  const others = assessment.calculations.filter((c) => c !== calculation);
  return (
    <>
      <p>
        <Figure why={assessment.explain.governing}>{calculation.name}</Figure> governs: {assessment.governingBecause}.
        {document.options?.loadMethod === calculation.method && " Chosen by hand; the worksheet says so."}
      </p>
      <Lines calculation={calculation} ratingA={assessment.supply.ratingA} />
      {others.some((c) => !c.applies) && (
        <p className={styles.others}>
          {others
            .filter((c) => !c.applies)
            .map((c) => (
              <span key={c.method}>
                {c.name}: {c.why}
              </span>
            ))}
        </p>
      )}
      {others.some((c) => c.applies) && <SideBySideTable assessment={assessment} />}
      {codebookOf(document.rules).asksFor.evTreatment && (
        <div className={styles.treatment}>
          <CaseField of={optionFields.evTreatment} />
        </div>
      )}
    </>
  );
});

function Lines({ calculation, ratingA }: { calculation: DemandCalculation; ratingA: number }) {
  return (
    <WideTable label="The calculation, line by line">
      <table className={styles.lines}>
        <thead>
          <tr>
            <th>Line</th>
            <th className={styles.number}>Connected</th>
            <th className={styles.number}>Factor</th>
            <th className={styles.number}>Counted</th>
            <th className={styles.rule}>Rule</th>
          </tr>
        </thead>
        <tbody>
          {calculation.lines.map((line) => (
            <tr key={line.label}>
              <td>
                {line.label}
                {line.parts.length > 1 && <span className={styles.kind}>{line.parts.length} loads</span>}
              </td>
              <td className={`${styles.number} figure`}>{showVA(line.connectedVA)}</td>
              <td className={`${styles.number} figure`}>{showPercent(line.factor)}</td>
              <td className={styles.number}>
                <Figure why={line.why}>{showVA(line.countedVA)}</Figure>
              </td>
              <td className={styles.rule}>{line.rule}</td>
            </tr>
          ))}
          {calculation.leftOut.map((left) => (
            <tr key={`out-${left.label}`} className={styles.leftOut}>
              <td>
                <s>{left.label}</s>
                <span className={styles.kind}>left out: {left.reason}</span>
              </td>
              <td className={`${styles.number} figure`}>{showVA(left.va)}</td>
              <td />
              <td className={`${styles.number} figure`}>0 VA</td>
              <td className={styles.rule}>{left.rule}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">Demand</th>
            <td />
            <td />
            <td className={styles.number}>
              <Figure why={calculation.explain.demandVA}>{showVA(calculation.demandVA)}</Figure>
            </td>
            <td className={styles.rule}>
              <Figure why={calculation.explain.demandA}>{showA(calculation.demandA)}</Figure>
            </td>
          </tr>
          <tr>
            <th scope="row">Headroom</th>
            <td />
            <td />
            <td className={styles.number}>
              <Figure why={calculation.explain.headroomA}>{showA(calculation.headroomA)}</Figure>
            </td>
            <td className={styles.rule}>of {showA(ratingA)}</td>
          </tr>
        </tfoot>
      </table>
    </WideTable>
  );
}
