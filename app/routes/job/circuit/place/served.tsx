/** Cars within reach of the lead: in one sentence, and car by car. */
import type { CaseDocument, Place as CasePlace } from "#core/case/document/types.ts";
import { carName } from "#core/energy/need/result.ts";
import { nextCarsAt } from "#core/place/next-cars.ts";
import { plotOf } from "#core/place/plot.ts";
import { type LeadReach, withLead } from "#core/place/reach.ts";
import { FT_PER_M, showNumber } from "#core/units.ts";
import table from "#ui/frame/table.module.css";
import { WideTable } from "#ui/frame/wide-table.tsx";
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
  return (
    <WideTable label="Cars that the lead reaches">
      <table className={`${table.plain} ${styles.served}`}>
        <thead>
          <tr>
            <th>Car and position</th>
            <th>As drawn</th>
            <th>Turned</th>
            <th>Lead lying, hanging</th>
            <th>Spare</th>
          </tr>
        </thead>
        <tbody>
          {reach
            .filter((r) => !r.turned)
            .map((r) => {
              const turned = reach.find((t) => t.turned && t.parking === r.parking && t.car === r.car);
              return (
                <tr key={`${r.parking} ${r.car}`}>
                  <th scope="row">
                    {carName(cars[r.car], r.car)}, {r.parking}
                  </th>
                  <td data-short={r.verdict === "short"}>{VERDICT[r.verdict]}</td>
                  <td data-short={turned?.verdict === "short"}>{turned && VERDICT[turned.verdict]}</td>
                  <td className="figure">
                    {length(r.liesM)}, {length(r.hangsM)}
                  </td>
                  <td className="figure">{leftOver(r)}</td>
                </tr>
              );
            })}
        </tbody>
      </table>
      <p className="quiet">
        With other leads: {leads.map((l) => `${showNumber(l)} ${place.unit} reaches ${servedBy(l)}`).join("; ")}.
      </p>
    </WideTable>
  );
}
