/** Interval data drawn: the days with every finding in its place, how long which current is drawn, hours, weekdays, seasons. */
import { Flex, Segmented } from "antd";
import { useCallback, useMemo, useState } from "react";
import type { DataAnalysis } from "#core/energy/analysis.ts";
import { dayOfWall, type LocalClock, wallAt } from "#core/energy/intervals/clock.ts";
import type { LoadProfile } from "#core/energy/intervals/demand.ts";
import { type DataFinding, PLAIN_FINDINGS } from "#core/energy/intervals/quality.ts";
import { showA } from "#core/units.ts";
import { Chart, type ChartProps } from "#ui/chart/chart.tsx";
import { DurationChart, type LevelLine, levelsDrawn } from "#ui/chart/duration.tsx";
import styles from "./measured.module.css";

const VIEWS = ["Days", "How long", "Hour by day", "Weekdays", "Seasons"] as const;
type View = (typeof VIEWS)[number];

const HEIGHT = 300;
const DASHES = ["solid", "dash", "dot", "dashdot", "longdash", "longdashdot", "solid"] as const;

const supplyLevel = (ratingA: number): LevelLine => ({
  amps: ratingA,
  colour: "clay",
  name: `supply ${showA(ratingA)}`,
});

function Days({ analysis, findings, clock, ratingA }: ChartsProps) {
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const { days, highest, mean } = analysis.daily;
      const placed = findings.filter((f) => f.fromS !== undefined);
      const supply = levelsDrawn([supplyLevel(ratingA)], palette);
      const dayOf = (atS: number) => dayOfWall(wallAt(clock, atS));
      return {
        data: [
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "highest of the day",
            x: days,
            y: highest,
            line: { color: palette.deepWater, width: 2 },
          },
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "mean of the day",
            x: days,
            y: mean,
            line: { color: palette.slate, width: 2, dash: "dot" as const },
          },
          {
            type: "scatter" as const,
            mode: "markers" as const,
            name: "found",
            x: placed.map((f) => dayOf(f.fromS as number)),
            y: placed.map(() => 0),
            text: placed.map((f) => f.text),
            hovertemplate: "%{text}<extra></extra>",
            marker: {
              symbol: placed.map((f) => (PLAIN_FINDINGS.includes(f.code) ? "circle-open" : "triangle-up")),
              size: 13,
              color: palette.clay,
            },
          },
        ],
        layout: {
          yaxis: { title: { text: "A" }, rangemode: "tozero" as const },
          shapes: [
            ...supply.shapes,
            ...placed
              .filter((f) => (f.toS ?? 0) - (f.fromS ?? 0) > 6 * 3600)
              .map((f) => ({
                type: "rect" as const,
                layer: "below" as const,
                yref: "paper" as const,
                x0: dayOf(f.fromS as number),
                x1: dayOf(f.toS as number),
                y0: 0,
                y1: 1,
                fillcolor: palette.rule,
                line: { width: 0 },
              })),
          ],
          annotations: supply.annotations,
        },
      };
    },
    [analysis, findings, clock, ratingA],
  );
  return (
    <Chart
      height={HEIGHT}
      label={`Highest and mean current of each day, against the supply of ${showA(ratingA)}; ${findings.length} findings marked`}
      draw={draw}
    />
  );
}

function HowLong({ analysis, ratingA }: ChartsProps) {
  const levels = useMemo(() => [supplyLevel(ratingA)], [ratingA]);
  return (
    <DurationChart
      height={HEIGHT}
      label="Share of the time for which each current is drawn or exceeded"
      duration={analysis.duration}
      levels={levels}
    />
  );
}

function HourByDay({ analysis }: ChartsProps) {
  const draw: ChartProps["draw"] = useCallback(
    (palette) => ({
      data: [
        {
          type: "heatmap" as const,
          x: analysis.heat.days,
          y: Array.from({ length: 24 }, (_, h) => h),
          z: analysis.heat.byHour,
          colorscale: [
            [0, palette.paper],
            [0.35, palette.water],
            [0.7, palette.deepWater],
            [1, palette.clay],
          ],
          colorbar: { title: { text: "A" }, thickness: 14 },
          hovertemplate: "%{x} %{y}:00, %{z:.1f} A<extra></extra>",
        } as never,
      ],
      layout: { yaxis: { title: { text: "hour" }, dtick: 6, range: [-0.5, 23.5] } },
    }),
    [analysis],
  );
  return <Chart height={HEIGHT} label="Mean current of each hour of each day" draw={draw} />;
}

function Profiles({ profiles, label }: { profiles: LoadProfile[]; label: string }) {
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const colours = [
        palette.deepWater,
        palette.slate,
        palette.reed,
        palette.ochre,
        palette.clay,
        palette.water,
        palette.ink,
      ];
      return {
        data: profiles.map((p, i) => ({
          type: "scatter" as const,
          mode: "lines" as const,
          name: p.name,
          x: Array.from({ length: 24 }, (_, h) => h),
          y: p.mean,
          line: {
            color: colours[i % colours.length] as string,
            dash: DASHES[i % DASHES.length] as "solid",
            width: 2,
            shape: "hv" as const,
          },
          hovertemplate: "%{x}:00, %{y:.1f} A<extra>%{fullData.name}</extra>",
        })),
        layout: {
          xaxis: { title: { text: "hour" }, dtick: 3 },
          yaxis: { title: { text: "mean, A" }, rangemode: "tozero" as const },
        },
      };
    },
    [profiles],
  );
  return <Chart height={HEIGHT} label={label} draw={draw} />;
}

interface ChartsProps {
  analysis: DataAnalysis;
  findings: readonly DataFinding[];
  clock: LocalClock;
  ratingA: number;
}

export default function MeasuredCharts(props: ChartsProps) {
  const [view, setView] = useState<View>("Days");
  const { analysis } = props;
  return (
    <Flex orientation="vertical" gap={8} className={styles.charts}>
      <Segmented options={[...VIEWS]} value={view} onChange={setView} aria-label="Chart" />
      {view === "Days" && <Days {...props} />}
      {view === "How long" && <HowLong {...props} />}
      {view === "Hour by day" && <HourByDay {...props} />}
      {view === "Weekdays" && <Profiles profiles={analysis.weekdays} label="A usual day of each weekday, by hour" />}
      {view === "Seasons" && <Profiles profiles={analysis.seasons} label="A usual day of each season, by hour" />}
    </Flex>
  );
}
