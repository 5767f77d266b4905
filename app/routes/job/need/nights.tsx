/** The need of the nights, the smallest sufficient current, and each current in everyday terms. */

import { Suspense } from "react";
import type { Conventions } from "#core/conventions.ts";
import { showTime } from "#core/dates.ts";
import { ENOUGH_NIGHTS, nightName, nightNeed } from "#core/energy/need/need.ts";
import { type CurrentInWords, carName, type NeedResult, needResult } from "#core/energy/need/result.ts";
import { codebookOf } from "#core/rules/index.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { deferred, useJob, useJobPart } from "#ui/job-store/use-job.tsx";
import { DataTable } from "#ui/table/data-table.tsx";
import { Figure } from "#ui/why/why-sheet.tsx";
import styles from "./need.module.css";

/** Charts are loaded where they are shown. */
const WeekChart = lazyPart(() => import("./week-chart.tsx"));

export function UsualNight() {
  const { assessment } = useJob();
  const { need, explain } = assessment;
  return (
    <Section id="nights" title="A usual night">
      <p className={styles.need}>
        <Figure why={explain.energyPerDayKWh} big>
          {showKWh(need.energyPerDayKWh)}
        </Figure>{" "}
        in{" "}
        <Figure why={explain.hoursPerNight} big>
          {showNumber(need.hoursPerNight)} h
        </Figure>
      </p>
      <Result />
    </Section>
  );
}

const Result = deferred(function Result({ document, assessment }) {
  const codebook = codebookOf(document.rules);
  const need = nightNeed(document);
  const result = needResult(document, codebook, need, assessment.supply.volts);
  return (
    <>
      {need.assumed.length > 0 && <p className="quiet">{need.assumed.join(". ")}.</p>}
      <p className={styles.enough}>{enough(result, codebook.words.outlet)}</p>
      <Currents result={result} cars={document.need?.cars ?? []} />
      {need.nights.length > 1 && (
        <Suspense fallback={<ChartPlace height={240} />}>
          <WeekChart need={need} result={result} volts={assessment.supply.volts} />
        </Suspense>
      )}
    </>
  );
});

/** The smallest sufficient current; without one, the night with the largest need, and changes that would help. */
function enough({ slowIsEnough, smallest, hardest, currents }: NeedResult, outlet: string): string {
  if (hardest.hoursCount === 0)
    return "The car is never plugged in while it may charge: the hours would have to change.";
  const nights = (c: CurrentInWords) =>
    !exceeds(1, c.nightsMet) ? "every night" : `${showPercent(c.nightsMet)} of the nights`;
  if (slowIsEnough)
    return `A slow ${outlet} is enough for this: ${showA(slowIsEnough.chargeA)} at ${slowIsEnough.volts} V covers ${nights(slowIsEnough)}.`;
  if (smallest)
    return `${showA(smallest.chargeA)} is the smallest setting that is enough: it covers ${nights(smallest)}.`;
  const most = currents.at(-1);
  const gives = most ? most.kW * hardest.hoursCount : 0;
  return `No setting covers ${showPercent(ENOUGH_NIGHTS)} of the nights: ${nightName(hardest)} asks for ${showKWh(hardest.energyKWh)} in ${showNumber(hardest.hoursCount)} h, and ${showA(most?.chargeA ?? 0)} gives ${showKWh(gives)}. ${showNumber(Math.ceil((hardest.energyKWh / (most?.kW ?? 1)) * 10) / 10)} hours plugged in, a larger charger, or charging on the way that day would help.`;
}

const clock = (times: readonly (string | null)[], names: readonly string[], conventions: Conventions): string =>
  times
    .map(
      (time, i) => `${times.length > 1 ? `${names[i]} ` : ""}${time ? showTime(time, conventions) : "not that night"}`,
    )
    .join(", ");
const hours = (h: number): string => `${showNumber(Math.round(h * 10) / 10)} h`;

function Currents({
  result: { currents, hardest, usual, smallest, slowIsEnough },
  cars,
}: {
  result: NeedResult;
  cars: Parameters<typeof carName>[0][];
}) {
  const names = cars.map(carName);
  const { conventions, words } = codebookOf(useJobPart((job) => job.document.rules));
  const differ = hardest !== usual;
  const states = currents.some((c) => c.hoursToCharge.some((h) => h !== null));
  const best = slowIsEnough ?? smallest;
  return (
    <>
      <DataTable
        label="What each charging current gives"
        rows={currents}
        rowKey={(c) => `${c.slow}${c.chargeA}`}
        isMarked={(c) => c === best}
        className={styles.currents}
        columns={[
          {
            title: "Charging",
            kind: "name",
            cell: (c) => (
              <>
                <span className="figure">{showA(c.chargeA)}</span>
                {c.slow && (
                  <span className="quiet">
                    {" "}
                    {c.volts} V {words.outlet}
                  </span>
                )}
                {c === best && <span className="quiet"> enough</span>}
              </>
            ),
          },
          { title: "Power", kind: "figure", cell: (c) => `${showNumber(Math.round(c.kW * 10) / 10)} kW` },
          names.length > 0 && {
            title: "Distance an hour",
            kind: "figure",
            cell: (c) =>
              c.distancePerHour.map((d, i) => `${Math.round(d)} ${cars[i]?.distancePerDay.unit ?? ""}`).join(", "),
          },
          {
            title: `Full by, ${nightName(usual)}`,
            kind: "figure",
            cell: (c) => clock(c.usualFullBy, names, conventions),
          },
          differ && {
            title: `Full by, ${nightName(hardest)}`,
            kind: "figure",
            cell: (c) => clock(c.hardestFullBy, names, conventions),
          },
          states && {
            title: "Evening to morning charge",
            kind: "figure",
            cell: (c) => c.hoursToCharge.map((h) => (h === null ? "-" : hours(h))).join(", "),
          },
          { title: "Nights covered", kind: "figure", cell: (c) => showPercent(c.nightsMet) },
        ]}
      />
      <p className="quiet">For steady charging at full current; managed charging is compared on Ways.</p>
    </>
  );
}
