/** The sheet of ways: a bank for each at one scale of amperes, and the figures that differ on common rows under it. */

import { Button } from "antd";
import { type CSSProperties, memo, type ReactNode } from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import type { Car, CaseDocument } from "#core/case/document/types.ts";
import { distancePerHour } from "#core/energy/need/in-words.ts";
import type { DrawnPrice } from "#core/estimate/draws.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { daysFrom, type WorkDays } from "#core/estimate/schedule.ts";
import { ownValue } from "#core/own-value.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showDays, showKWh, showNumber, showPercent } from "#core/units.ts";
import { commonScaleA } from "#core/waterline.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { capital } from "#core/words.ts";
import { WayVerdict } from "#ui/frame/verdict.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { WaterlineDrawing } from "#ui/waterline/waterline.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import { useDrawnPrices } from "./use-drawn-prices.ts";
import { useWorked } from "./use-worked.ts";
import styles from "./ways.module.css";
import { daysBetween } from "./words.ts";

/** Steps that need another party's approval. */
const ASKED: Readonly<Record<string, string>> = {
  owner: "owner or association",
  authority: "authority",
  permit: "permit",
  operator: "application",
  "utility-visit": "supply visit",
  inspection: "inspection",
};
const NONE: readonly string[] = [];

interface Row {
  name: string;
  /** Whether its name is for screen readers only. */
  isUnnamed?: boolean;
  of(way: WayJudgement): ReactNode;
}

/** "7.7 kW, 23 mi an hour" */
function inWords({ chargeA, volts: ofPhase, phases }: WayJudgement, car: Car | undefined): string {
  const volts = ofPhase * phases;
  const kW = `${showNumber(Math.round((chargeA * volts) / 100) / 10)} kW`;
  return car ? `${kW}, ${Math.round(distancePerHour(car, chargeA, volts))} ${car.distancePerDay.unit} an hour` : kW;
}

const rows = (
  { need, panels, rules }: CaseDocument,
  drawn: Readonly<Record<string, DrawnPrice>>,
  worked: WorkDays,
  car: Car | undefined = need?.cars?.[0],
): Row[] => [
  { name: "Verdict", of: (w) => <WayVerdict verdict={w.verdict} onlyConfirm={w.onlyConfirm} /> },
  ...(panels.length > 1
    ? [
        {
          name: "Starts at",
          of: (w: WayJudgement) => panels.find((p) => p.id === w.panel)?.name ?? capital(codebookOf(rules).words.panel),
        },
      ]
    : []),
  {
    name: "Charging",
    of: (w) => (
      <>
        <Figure why={w.explain}>{w.limitA === undefined ? showA(w.chargeA) : `up to ${showA(w.chargeA)}`}</Figure>
        {w.limitA !== undefined && <small>held below {showA(w.limitA)}</small>}
        <small>{inWords(w, car)}</small>
      </>
    ),
  },
  { name: "A night", of: (w) => <span className="figure">{showKWh(w.energyPerNightKWh)}</span> },
  {
    name: "Nights met",
    of: (w) => (
      <>
        <span className="figure">{showPercent(w.nightsMet)}</span>
        {w.replayed && (
          <small>
            of {showNumber(w.replayed.nights)} {w.replayed.house === "interval-data" ? "measured" : "made-up"} nights,
            replayed
          </small>
        )}
      </>
    ),
  },
  {
    name: "Price",
    of: (w) => {
      const range = ownValue(drawn, w.way);
      return (
        <>
          <Figure why={w.explainCost}>{showMoney(w.cost.typical, w.cost.currency)}</Figure>
          {w.ifUnfit && (
            <small>
              {showMoney(w.ifUnfit.typical, w.cost.currency)} if it is unfit; open until {w.ifUnfit.look}
            </small>
          )}
          {w.unpriced.length > 0 ? (
            <small>not in the price book: {w.unpriced.join(", ")}</small>
          ) : (
            <small className={styles.range}>
              {range
                ? `8 of 10: ${showMoney(range.p10, w.cost.currency)} to ${showMoney(range.p90, w.cost.currency)}`
                : "\u00a0"}
            </small>
          )}
        </>
      );
    },
  },
  {
    name: "Wait",
    of: (w) => {
      const wait = daysFrom(w.steps, worked);
      return (
        <>
          <span className="figure">{showDays(wait.typical)}</span>
          <small>{daysBetween(wait.low, wait.high)} from today</small>
        </>
      );
    },
  },
  {
    name: "Leaves spare",
    of: (w) => <span className="figure">{w.spareA < 0 ? "nothing" : showA(w.spareA)}</span>,
  },
  {
    name: "Needs approval",
    of: (w) => {
      const asked = w.steps.map((s) => ownValue(ASKED, s.id)).filter(Boolean);
      return asked.length > 0 ? asked.join(", ") : "none";
    },
  },
];

export const SheetOfWays = memo(function SheetOfWays(props: {
  job: AssessedCase;
  ways: readonly WayJudgement[];
  /** The label of the recommended way. */
  mark: string;
  chosen: readonly string[];
  onChoose(way: string): void;
}) {
  const { job, ways, mark, chosen, onChoose } = props;
  const { recommended, taken, decided } = job.assessment;
  const drawn = useDrawnPrices(ways, job.prices.book, job.document.options?.grants ?? NONE);
  const worked = useWorked(job.prices.book);
  if (ways.length === 0) return null;
  const scaleA = commonScaleA(ways.map((w) => w.level));
  const sheet = [...rows(job.document, drawn, worked), detailRow(chosen, onChoose)];
  return (
    <div style={{ "--ways": ways.length } as CSSProperties}>
      <DataTable
        label="Sheet of ways"
        isWide
        hasFixedColumns
        className={styles.sheet}
        rows={sheet}
        rowKey={(row) => row.name}
        columns={[
          {
            title: <span className="out-of-sight">Figure</span>,
            kind: "name",
            cell: (row) => <span className={row.isUnnamed ? "out-of-sight" : undefined}>{row.name}</span>,
          },
          ...ways.map((way) => ({
            title: (
              <>
                <WaterlineDrawing level={way.level} width={64} height={104} scaleA={scaleA} detail="bank" />
                <span className={styles.name}>{way.name}</span>
                {decided && way.way === taken && <span className={styles.mark}>decided</span>}{" "}
                {way.way === recommended && <span className={styles.mark}>{mark}</span>}
              </>
            ),
            cell: (row: Row) => row.of(way),
            headAttributes: { "data-way": way.way, "data-taken": way.way === taken },
            cellAttributes: () => ({ "data-taken": way.way === taken }),
          })),
        ]}
      />
    </div>
  );
});

/** A button under each way that shows it in detail below. */
const detailRow = (chosen: readonly string[], onChoose: (way: string) => void): Row => ({
  name: "In detail",
  isUnnamed: true,
  of: ({ way, name }) => (
    <Button
      size="small"
      aria-pressed={chosen.includes(way)}
      aria-label={`${chosen.includes(way) ? "Leave" : "Look at"} ${name}`}
      type={chosen.includes(way) ? "primary" : "default"}
      onClick={() => onChoose(way)}
    >
      {chosen.includes(way) ? "Shown below" : "Compare"}
    </Button>
  ),
});
