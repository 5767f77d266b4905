/** The methods in columns on the same rows, the governing one marked. */
import { memo } from "react";
import type { Assessment } from "#core/decide/assessment.ts";
import { type SharedCell, type SharedRow, sideBySide } from "#core/demand/side-by-side.ts";
import { showA, showPercent, showVA } from "#core/units.ts";
import { Fold } from "#ui/frame/fold.tsx";
import { type Column, DataTable } from "#ui/table/data-table.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import styles from "./demand.module.css";

export const SideBySideTable = ({ assessment }: { assessment: Assessment }) => (
  <Fold
    title={
      <>
        Methods side by side
        <span className="quiet">
          {assessment.calculations
            .filter((c) => c.applies)
            .map((c) => ` · ${c.name} ${showA(c.demandA)}`)
            .join("")}
        </span>
      </>
    }
    isLazy
  >
    <Columns assessment={assessment} />
  </Fold>
);

const Columns = memo(function Columns({ assessment }: { assessment: Assessment }) {
  const { methods, rows } = sideBySide(assessment.calculations);
  const calculations = methods.flatMap((m) => assessment.calculations.filter((c) => c.method === m));
  const total = (key: "demandA" | "headroomA", name: string) => ({
    key,
    cells: [
      name,
      null,
      ...calculations.map((calculation) => (
        <Figure key={calculation.method} why={calculation.explain[key]}>
          {showA(calculation[key])}
        </Figure>
      )),
    ],
  });
  return (
    <DataTable
      label="Methods side by side"
      isWide
      rows={rows}
      rowKey={(row) => row.key}
      columns={[
        { title: "Load", cell: (row) => row.label },
        { title: "Connected", kind: "number", cell: (row) => showVA(row.connectedVA) },
        ...calculations.map(({ method, name }, index): Column<SharedRow> => {
          const governs = method === assessment.governing;
          return {
            title: (
              <>
                {name}
                {governs && <small>governs</small>}
              </>
            ),
            kind: "number",
            ...(governs && { headAttributes: { "data-governing": true } }),
            cell: ({ cells }) => <Share cell={cells[index]} />,
          };
        }),
      ]}
      className={styles.sideBySide}
      totals={[total("demandA", "Demand"), total("headroomA", "Headroom")]}
    />
  );
});

/** How a method counts a load: its figure and the factor, left out, or a dash where it does not look at the load. */
function Share({ cell }: { cell: SharedCell | null | undefined }) {
  if (!cell) return "-";
  return (
    <>
      <Figure why={cell.why}>{cell.leftOut ? "left out" : showVA(cell.countedVA)}</Figure>
      {!cell.leftOut && <small>{showPercent(cell.factor)}</small>}
    </>
  );
}
