/** One night of one way, moment by moment, the worst first; and how long which current is drawn over all of it. */

import { Select } from "antd";
import { useCallback, useEffect, useMemo, useState } from "react";
import type { Conventions } from "#core/conventions.ts";
import { showDay, showTime } from "#core/dates.ts";
import { ROUNDING_A } from "#core/energy/replay/charger-control.ts";
import type { NightInDetail, NightOfWay } from "#core/energy/replay/replay.ts";
import { isMet } from "#core/energy/replay/results.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import { Chart, type ChartProps } from "#ui/chart/chart.tsx";
import { ChartPlace } from "#ui/chart/chart-place.tsx";
import { DurationChart, type LevelLine, levelsDrawn } from "#ui/chart/duration.tsx";
import { RangeSlider } from "#ui/controls/range-slider.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { valuesOf } from "#ui/interval-data/store.ts";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { newReplayWorker } from "#ui/replay/new-replay-worker.ts";
import styles from "./nights.module.css";
import type { ReplayRun } from "./use-replay.ts";

/** Line styles of the feeders, so that they differ without colour too. */
const FEEDER_DASHES = ["dash", "longdashdot"] as const;
const MOST_NIGHTS = 40;
/** Most points in the chart of a night; the scrubber moves by single steps. */
const MOST_POINTS = 900;

interface Shown {
  nights: NightOfWay[];
  duration: { share: number[]; amps: number[] };
}

export default function NightDetail({ jobId, replay }: { jobId: string; replay: ReplayRun }) {
  const { conventions } = codebookOf(useJobPart((job) => job.document.rules));
  // The worker once it has taken the case over; null until then.
  const [worker, setWorker] = useState<ReturnType<typeof newReplayWorker> | null>(null);
  const first = replay.ways.find((w) => w.way.managed) ?? replay.ways[0];
  const [wayId, setWayId] = useState(first?.way.way ?? "");
  const way = (replay.ways.find((w) => w.way.way === wayId) ?? first)?.way;
  const [shown, setShown] = useState<Shown | null>(null);
  const [index, setIndex] = useState<number | null>(null);
  const [night, setNight] = useState<NightInDetail | null>(null);

  useEffect(() => {
    let gone = false;
    const started = newReplayWorker();
    setWorker(null);
    void (async () => {
      const values = replay.data && (await valuesOf(jobId, replay.data));
      if (gone) return;
      await started.ask.take(replay.of, replay.data && values ? { about: replay.data, values } : null);
      if (!gone) setWorker(started);
    })();
    return () => {
      gone = true;
      started.end();
    };
  }, [jobId, replay]);

  useEffect(() => {
    let gone = false;
    if (!way || !worker) return;
    const { ask } = worker;
    void (async () => {
      const nights = await ask.nights(way, replay.options, MOST_NIGHTS);
      const duration = await ask.duration(way, replay.options);
      if (gone) return;
      setShown({ nights, duration });
      setIndex(nights[0]?.index ?? null);
    })();
    return () => {
      gone = true;
    };
  }, [worker, way, replay]);

  useEffect(() => {
    let gone = false;
    if (index === null || !way || !worker) return;
    void worker.ask.night(way, replay.options, index).then((found) => {
      if (!gone) setNight(found);
    });
    return () => {
      gone = true;
    };
  }, [worker, index, way, replay]);

  return (
    <div className={styles.detail}>
      <h3>One night in detail</h3>
      <Fields>
        <Field label="Way">
          {(controlProps) => (
            <Select
              {...controlProps}
              value={way?.way ?? null}
              onChange={(next) => {
                setShown(null);
                setNight(null);
                setIndex(null);
                setWayId(next);
              }}
              options={replay.ways.map(({ way: w }) => ({ value: w.way, label: w.name }))}
            />
          )}
        </Field>
        <Field label="Night" hint="the worst first" wide>
          {(controlProps) => (
            <Select
              {...controlProps}
              value={index}
              onChange={setIndex}
              loading={shown === null}
              options={(shown?.nights ?? []).map((n) => ({ value: n.index, label: nightInWords(n, conventions) }))}
            />
          )}
        </Field>
      </Fields>
      {night ? <OneNight key={`${wayId} ${night.evening}`} night={night} /> : <ChartPlace height={300} />}
      {shown && way && (
        <>
          <h3>Share of the time for which each current is drawn or exceeded</h3>
          <Duration
            duration={shown.duration}
            limitA={night?.limitA ?? way.limitA}
            ratingA={way.ratingA}
            managed={way.managed}
          />
        </>
      )}
    </div>
  );
}

const nightInWords = ({ askedKWh, evening, gotKWh, throttledS }: NightOfWay, conventions: Conventions): string =>
  `${showDay(evening, conventions)}: ${isMet(gotKWh, askedKWh) ? "all of" : `${showKWh(gotKWh)} of`} ${showKWh(askedKWh)}, throttled ${showNumber(Math.round(throttledS / 360) / 10)} h`;

const clockAt = (wallS: number, conventions: Conventions): string =>
  showTime(new Date(wallS * 1000).toISOString().slice(11, 16), conventions);

function OneNight({ night }: { night: NightInDetail }) {
  const { conventions } = codebookOf(useJobPart((job) => job.document.rules));
  const { charger, dtS, gotKWh, house, limitA, needKWh, parts, ratingA, startWallS, thermal } = night;
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      house.reduce((m, h, i) => (h > (house[m] as number) ? i : m), 0),
    ),
  );
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const each = Math.max(1, Math.ceil(house.length / MOST_POINTS));
      const picked = Array.from({ length: Math.ceil(house.length / each) }, (_, i) => i * each);
      const x = picked.map((k) => new Date((startWallS + k * dtS) * 1000).toISOString().slice(0, 19));
      const highest = (values: Float64Array) =>
        picked.map((k) => values.subarray(k, k + each).reduce((m, v) => Math.max(m, v), Number.NEGATIVE_INFINITY));
      return {
        data: [
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "house",
            x,
            y: highest(house),
            line: { color: palette.slate, width: 1.5, shape: "hv" as const },
            fill: "tozeroy" as const,
            fillcolor: palette.waterWash,
          },
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "charger",
            x,
            y: picked.map((k) => charger[k] as number),
            line: { color: palette.deepWater, width: 2, shape: "hv" as const },
          },
          ...parts.map((part, i) => ({
            type: "scatter" as const,
            mode: "lines" as const,
            name: `feeder of ${part.name}`,
            x,
            y: highest(part.amps),
            line: { color: palette.ink, width: 1.5, shape: "hv" as const, dash: FEEDER_DASHES[i % 2] },
          })),
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "car, kWh",
            x,
            y: picked.map((k) => gotKWh[k] as number),
            yaxis: "y2",
            line: { color: palette.reed, width: 2, dash: "dot" as const },
          },
        ],
        layout: {
          margin: { t: 12, r: 48, b: 36, l: 44 },
          // The rating is seen with some room over it.
          yaxis: { title: { text: "A" }, range: [0, 1.12 * Math.max(ratingA, ...highest(house))] },
          yaxis2: {
            title: { text: "kWh" },
            overlaying: "y" as const,
            side: "right" as const,
            rangemode: "tozero" as const,
            showgrid: false,
            fixedrange: true,
          },
          ...levelsDrawn(
            [
              { amps: limitA, colour: "ochre" },
              { amps: ratingA, colour: "clay", dash: "dot" },
              ...parts.map(
                (part): LevelLine => ({
                  amps: part.limitA ?? part.ratingA,
                  colour: part.limitA === null ? "clay" : "ochre",
                  dash: "dot",
                }),
              ),
            ],
            palette,
          ),
        },
      };
    },
    [charger, dtS, gotKWh, house, limitA, parts, ratingA, startWallS],
  );
  const total = (house[at] as number) + (charger[at] as number);
  return (
    <>
      <Chart
        height={300}
        label={`The night after ${showDay(night.evening, conventions)}: the house, the charger and what is in the car, against the limit of ${showA(limitA)} and the rating of ${showA(ratingA)}`}
        draw={draw}
      />
      <RangeSlider
        label="Moment of the night"
        max={house.length - 1}
        value={at}
        says={clockAt(startWallS + at * dtS, conventions)}
        onMove={setAt}
      />
      <p role="status" className={styles.moment}>
        <b className="figure">{clockAt(startWallS + at * dtS, conventions)}</b>
        <span>
          house <b className="figure">{showA(house[at] as number)}</b>
        </span>
        <span>
          charger <b className="figure">{showA(charger[at] as number)}</b>
        </span>
        <span>
          together <b className="figure">{showA(total)}</b> of {showA(limitA)}
          {total > limitA + ROUNDING_A && <b className="stops"> above the limit</b>}
        </span>
        {parts.map((part) => {
          const amps = part.amps[at] as number;
          const most = part.limitA ?? part.ratingA;
          return (
            <span key={part.at}>
              feeder of {part.name} <b className="figure">{showA(amps)}</b> of {showA(most)}
              {amps > most + ROUNDING_A && (
                <b className="stops"> above {part.limitA === null ? "its rating" : "its limit"}</b>
              )}
            </span>
          );
        })}
        <span>
          in the car <b className="figure">{showKWh(gotKWh[at] as number)}</b> of {showKWh(needKWh)}
        </span>
        <span>
          device at <b className="figure">{showPercent(Math.round((thermal[at] as number) * 1000) / 1000)}</b> of the
          heat that trips it
        </span>
      </p>
    </>
  );
}

function Duration(props: { duration: Shown["duration"]; limitA: number; ratingA: number; managed: boolean }) {
  const { duration, limitA, managed, ratingA } = props;
  const levels = useMemo(
    (): LevelLine[] => [
      { amps: limitA, colour: "ochre", name: `${managed ? "limit" : "continuous"} ${showA(limitA)}`, below: true },
      { amps: ratingA, colour: "clay", name: `rating ${showA(ratingA)}` },
    ],
    [limitA, managed, ratingA],
  );
  return (
    <DurationChart
      height={260}
      label="House and charger together: for how much of the time which current is drawn"
      duration={duration}
      levels={levels}
    />
  );
}
