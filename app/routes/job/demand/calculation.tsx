/** The governing calculation, line by line; every counted figure answers why. */
import { Select } from "antd";
import { memo, type ReactNode } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import { setValue } from "#core/case/document/set-value.ts";
import { optionFields } from "#core/case/fields/options.ts";
import { governingOf } from "#core/decide/assessment.ts";
import type { DemandCalculation } from "#core/rules/demand/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showPercent, showVA } from "#core/units.ts";
import { CaseField } from "#ui/case-field/case-field.tsx";
import { useJobLater, useJobStore } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
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

/** A row of the calculation: a line that is counted, or a load that the method leaves out. */
interface Row {
  key: string;
  name: ReactNode;
  connectedVA: number;
  factor: string;
  counted: ReactNode;
  rule: string;
  isLeftOut: boolean;
}

const rowsOf = ({ lines, leftOut }: DemandCalculation): Row[] => [
  ...lines.map((line) => ({
    key: line.label,
    name: (
      <>
        {line.label}
        {line.parts.length > 1 && <small>{line.parts.length} loads</small>}
      </>
    ),
    connectedVA: line.connectedVA,
    factor: showPercent(line.factor),
    counted: <Figure why={line.why}>{showVA(line.countedVA)}</Figure>,
    rule: line.rule,
    isLeftOut: false,
  })),
  ...leftOut.map(({ label, reason, va, rule }) => ({
    key: `out-${label}`,
    name: (
      <>
        <s>{label}</s>
        <small>left out: {reason}</small>
      </>
    ),
    connectedVA: va,
    factor: "",
    counted: "0 VA",
    rule,
    isLeftOut: true,
  })),
];

function Lines({ calculation, ratingA }: { calculation: DemandCalculation; ratingA: number }) {
  const { demandVA, demandA, headroomA, explain } = calculation;
  return (
    <DataTable
      label="The calculation, line by line"
      isWide
      className={styles.lines}
      rows={rowsOf(calculation)}
      rowKey={(row) => row.key}
      rowAttributes={(row) => (row.isLeftOut ? { className: styles.leftOut } : {})}
      columns={[
        { title: "Line", cell: (row) => row.name },
        { title: "Connected", kind: "number", className: styles.connected, cell: (row) => showVA(row.connectedVA) },
        { title: "Factor", kind: "number", cell: (row) => row.factor },
        { title: "Counted", kind: "number", cell: (row) => row.counted },
        { title: "Rule", className: styles.rule, cell: (row) => row.rule },
      ]}
      totals={[
        {
          key: "demand",
          cells: [
            "Demand",
            null,
            null,
            <Figure key="va" why={explain.demandVA}>
              {showVA(demandVA)}
            </Figure>,
            <Figure key="a" why={explain.demandA}>
              {showA(demandA)}
            </Figure>,
          ],
        },
        {
          key: "headroom",
          cells: [
            "Headroom",
            null,
            null,
            <Figure key="a" why={explain.headroomA}>
              {showA(headroomA)}
            </Figure>,
            `of ${showA(ratingA)}`,
          ],
        },
      ]}
    />
  );
}
