/** Materials of the way as they are bought, and hours by task. */

import { hoursIn, materialsIn } from "#core/decide/materials.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { showNumber } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Section } from "#ui/frame/sheet.tsx";
import table from "#ui/frame/table.module.css";
import { WideTable } from "#ui/frame/wide-table.tsx";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { useRight } from "../use-right.ts";
import styles from "./circuit.module.css";

export function MaterialsSection({ way, jobId }: { way: WayJudgement; jobId: string }) {
  const saved = useJobPart((job) => job.saving) === "saved";
  const mayExport = useRight("export");
  const materials = materialsIn(way.lines);
  const hours = hoursIn(way.lines);
  const { currency } = way.cost;
  if (way.lines.length === 0) return null;
  return (
    <Section
      id="materials"
      title="Materials and hours"
      aside={
        saved &&
        mayExport && (
          <span>
            <a href={`/jobs/${jobId}/materials.csv`} download>
              CSV
            </a>{" "}
            <a href={`/jobs/${jobId}/materials.xlsx`} download>
              XLSX
            </a>
          </span>
        )
      }
    >
      {way.unpriced.length > 0 && <p className={styles.caution}>Not in the price book: {way.unpriced.join(", ")}</p>}
      <div className={styles.bills}>
        <WideTable label="Materials to install and to buy">
          <table className={table.plain}>
            <caption>Quantities to buy: with waste, rounded up to the lengths and packs that are sold</caption>
            <thead>
              <tr>
                <th>Item</th>
                <th>Installed</th>
                <th>To buy</th>
                <th>Typical</th>
              </tr>
            </thead>
            <tbody>
              {materials.map((l) => (
                <tr key={l.item}>
                  <th scope="row">{l.name}</th>
                  <td className="figure">{amount(l, l.needed)}</td>
                  <td className="figure">{amount(l, l.count)}</td>
                  <td className="figure">{showMoney(l.money.typical, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </WideTable>
        <WideTable label="Time for the work">
          <table className={table.plain}>
            <caption>Hours by task, typical</caption>
            <thead>
              <tr>
                <th>Task</th>
                <th>Hours</th>
                <th>From, to</th>
              </tr>
            </thead>
            <tbody>
              {hours.map((l) => (
                <tr key={l.item}>
                  <th scope="row">{l.name}</th>
                  <td className="figure">{inHours(l.minutes.typical)}</td>
                  <td className="figure quiet">
                    {inHours(l.minutes.low)}, {inHours(l.minutes.high)}
                  </td>
                </tr>
              ))}
              <tr>
                <th scope="row">Total</th>
                <td className="figure">
                  <b>{inHours(hours.reduce((t, l) => t + l.minutes.typical, 0))}</b>
                </td>
                <td />
              </tr>
            </tbody>
          </table>
        </WideTable>
      </div>
    </Section>
  );
}

const tenth = (value: number) => showNumber(Math.round(value * 10) / 10);
const inHours = (minutes: number) => tenth(minutes / 60);
const amount = ({ unit }: PriceLine, count: number) => (unit === "each" ? tenth(count) : `${tenth(count)} ${unit}`);
