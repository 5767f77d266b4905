/** Cars within reach of the lead: in one sentence, and car by car. */
import type { CaseDocument, Place as CasePlace } from "#core/case/document/types.ts";
import { carName } from "#core/energy/need/result.ts";
import { nextCarsAt } from "#core/place/next-cars.ts";
import { plotOf } from "#core/place/plot.ts";
import { type LeadReach, withLead } from "#core/place/reach.ts";
import { FT_PER_M, showNumber } from "#core/units.ts";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "../circuit.module.css";
import { showLength, unitOf } from "./plan-unit.ts";

/** Lead lengths that are sold, in the unit of the plan. */
export const LEAD_VERDICTS = { m: [5, 7.5, 10], ft: [15, 20, 25] } as const;

/** In one sentence: what is served today, and of the cars that may come. */
export function ReachAnswer({
  reach,
  place,
  document,
}: {
  reach: readonly LeadReach[];
  place: CasePlace;
  document: CaseDocument;
}) {
  const cars = document.need?.cars ?? [];
  if (cars.length === 0) return <p>Enter the cars on Need, so that Heron knows what the lead must reach.</p>;
  const asked = (place.parking ?? []).flatMap((p) => cars.map((_, car) => ({ parking: p.id, car })));
  const served = asked.filter((a) =>
    reach.some((r) => r.parking === a.parking && r.car === a.car && r.verdict !== "short"),
  ).length;
  const next = nextCarsAt(place);
  return (
    <p className={styles.chosen}>
      Reaches{" "}
      <span className="figure">
        {served} of {asked.length}
      </span>{" "}
      of today's cars and positions, and{" "}
      <span className="figure">
        {next.filter((c) => c.served).length} of {next.length}
      </span>{" "}
      of the cars that may come next.
    </p>
  );
}

const VERDICT = { lies: "lies", hangs: "hangs: a trip hazard", short: "too short" } as const;

export function ServedParking({
  reach,
  document,
  place,
}: {
  reach: readonly LeadReach[];
  document: CaseDocument;
  place: CasePlace;
}) {
  const cars = document.need?.cars ?? [];
  const unit = unitOf(place);
  const length = (m: number | null) => (m === null ? "no path" : showLength(m, unit));
  /** Spare length of the lead on the ground, otherwise of the hanging lead. */
  const leftOver = ({ verdict, liesM, hangsM }: LeadReach): string => {
    const asked = verdict === "lies" ? liesM : hangsM;
    const leadM = plotOf(place).charger?.leadM;
    if (asked === null || leadM === undefined) return "-";
    return leadM >= asked ? length(leadM - asked) : `${length(asked - leadM)} short`;
  };
  const leads = LEAD_VERDICTS[place.unit];
  const servedBy = (lead: number) => {
    const rows = withLead(reach, lead * (place.unit === "ft" ? 1 / FT_PER_M : 1));
    const keys = new Set(rows.filter((r) => r.verdict !== "short").map((r) => `${r.parking} ${r.car}`));
    return `${keys.size} of ${(place.parking ?? []).length * cars.length}`;
  };
  if (reach.length === 0) return null;
  const isShort = (row: LeadReach | undefined) => row?.verdict === "short";
  const turnedOf = (row: LeadReach) => reach.find((t) => t.turned && t.parking === row.parking && t.car === row.car);
  return (
    <>
      <DataTable<LeadReach>
        label="Cars that the lead reaches"
        rows={reach.filter((r) => !r.turned)}
        rowKey={(row) => `${row.parking} ${row.car}`}
        columns={[
          {
            title: "Car and position",
            kind: "name",
            cell: (row) => `${carName(cars[row.car], row.car)}, ${row.parking}`,
          },
          { title: "As drawn", isBad: isShort, cell: (row) => VERDICT[row.verdict] },
          {
            title: "Turned",
            isBad: (row) => isShort(turnedOf(row)),
            cell: (row) => {
              const turned = turnedOf(row);
              return turned && VERDICT[turned.verdict];
            },
          },
          {
            title: "Lead lying, hanging",
            kind: "figure",
            cell: (row) => `${length(row.liesM)}, ${length(row.hangsM)}`,
          },
          { title: "Spare", kind: "figure", cell: leftOver },
        ]}
      />
      <p className="quiet">
        With other leads: {leads.map((l) => `${showNumber(l)} ${place.unit} reaches ${servedBy(l)}`).join("; ")}.
      </p>
    </>
  );
}
