/** The methods in columns on the same rows, the governing one marked. */
import { memo, useState } from "react";
import type { Assessment } from "#core/decide/assessment.ts";
import { sideBySide } from "#core/demand/side-by-side.ts";
import { showA, showPercent, showVA } from "#core/units.ts";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import styles from "./demand.module.css";

export function SideBySideTable({ assessment }: { assessment: Assessment }) {
  const [open, setOpen] = useState(false);
  return (
    <details className={styles.sideBySide} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        Methods side by side
        <span className="quiet">
          {assessment.calculations
            .filter((c) => c.applies)
            .map((c) => ` · ${c.name} ${showA(c.demandA)}`)
            .join("")}
        </span>
      </summary>
      {open && <Columns assessment={assessment} />}
    </details>
  );
}

const Columns = memo(function Columns({ assessment }: { assessment: Assessment }) {
  const { methods, rows } = sideBySide(assessment.calculations);
  const calculations = methods.flatMap((m) => assessment.calculations.filter((c) => c.method === m));
  return (
    <WideTable label="Methods side by side">
      <table className={styles.lines}>
        <thead>
          <tr>
            <th>Load</th>
            <th className={styles.number}>Connected</th>
            {calculations.map((c) => (
              <th key={c.method} className={styles.number} data-governing={c.method === assessment.governing}>
                {c.name}
                {c.method === assessment.governing && <span className={styles.kind}>governs</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            // Rows keep the order of the ledger, and labels may repeat.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            <tr key={i}>
              <td>{row.label}</td>
              <td className={`${styles.number} figure`}>{showVA(row.connectedVA)}</td>
              {row.cells.map((cell, k) => (
                <td key={methods[k]} className={styles.number}>
                  {cell === null ? (
                    "-"
                  ) : (
                    <>
                      <Figure why={cell.why}>{cell.leftOut ? "left out" : showVA(cell.countedVA)}</Figure>
                      {!cell.leftOut && <span className={styles.kind}>{showPercent(cell.factor)}</span>}
                    </>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">Demand</th>
            <td />
            {calculations.map((c) => (
              <td key={c.method} className={styles.number}>
                <Figure why={c.explain.demandA}>{showA(c.demandA)}</Figure>
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">Headroom</th>
            <td />
            {calculations.map((c) => (
              <td key={c.method} className={styles.number}>
                <Figure why={c.explain.headroomA}>{showA(c.headroomA)}</Figure>
              </td>
            ))}
          </tr>
        </tfoot>
      </table>
    </WideTable>
  );
});
