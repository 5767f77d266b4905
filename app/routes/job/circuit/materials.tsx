/** Materials of the way as they are bought, and hours by task. */

import { hoursIn, materialsIn } from "#core/decide/materials.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import type { PriceLine } from "#core/estimate/price-lines.ts";
import { showNumber } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
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
        <DataTable
          label="Quantities to buy: with waste, rounded up to the lengths and packs that are sold"
          isCaptioned
          rows={materials}
          rowKey={(line) => line.item}
          columns={[
            { title: "Item", kind: "name", cell: (line) => line.name },
            { title: "Installed", kind: "figure", cell: (line) => amount(line, line.needed) },
            { title: "To buy", kind: "figure", cell: (line) => amount(line, line.count) },
            { title: "Typical", kind: "figure", cell: (line) => showMoney(line.money.typical, currency) },
          ]}
        />
        <DataTable
          label="Hours by task, typical"
          isCaptioned
          rows={hours}
          rowKey={(line) => line.item}
          columns={[
            { title: "Task", kind: "name", cell: (line) => line.name },
            { title: "Hours", kind: "figure", cell: (line) => inHours(line.minutes.typical) },
            {
              title: "From, to",
              kind: "figure",
              className: "quiet",
              cell: ({ minutes }) => `${inHours(minutes.low)}, ${inHours(minutes.high)}`,
            },
          ]}
          totals={[{ key: "total", cells: ["Total", inHours(hours.reduce((t, l) => t + l.minutes.typical, 0))] }]}
        />
      </div>
    </Section>
  );
}

const tenth = (value: number) => showNumber(Math.round(value * 10) / 10);
const inHours = (minutes: number) => tenth(minutes / 60);
const amount = ({ unit }: PriceLine, count: number) => (unit === "each" ? tenth(count) : `${tenth(count)} ${unit}`);
