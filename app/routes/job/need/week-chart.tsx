/** The nights of a week: what each asks for, and what the smallest current that is enough can give it. */
import { useCallback } from "react";
import { WEEKDAYS } from "#core/case/document/vocabulary.ts";
import { hardestNights, type NightNeed, nightName, weekOf } from "#core/energy/need/need.ts";
import { carName, type NeedResult } from "#core/energy/need/result.ts";
import { showA, showKWh } from "#core/units.ts";
import { Chart, type ChartProps } from "#ui/chart/chart.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";

export default function WeekChart({ need, result, volts }: { need: NightNeed; result: NeedResult; volts: number }) {
  const { document } = useJob();
  const cars = document.need?.cars;
  const at = result.smallest ?? result.currents.at(-1);
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const nights = weekOf(need);
      const name = (n: (typeof nights)[number]) =>
        n.weekday === null ? nightName(n) : (WEEKDAYS[n.weekday]?.slice(0, 3) as string);
      const x = nights.map(name);
      const colours = [palette.deepWater, palette.water, palette.slate, palette.reed, palette.ochre, palette.clay];
      const patterns = ["", "/", "x", "-", "\\", "."] as const;
      return {
        data: [
          ...(nights[0]?.carsKWh ?? []).map((_, i) => ({
            type: "bar" as const,
            name: carName(cars?.[i], i),
            x,
            y: nights.map((n) => (n.hoursCount > 0 || n.energyKWh > 0 ? (n.carsKWh[i] ?? 0) : 0)),
            marker: {
              color: colours[i % colours.length] as string,
              pattern: { shape: patterns[i % patterns.length] as string, fgcolor: palette.paper },
            },
            hovertemplate: "%{y:.1f} kWh<extra>%{fullData.name}</extra>",
          })),
          ...(at
            ? [
                {
                  type: "scatter" as const,
                  mode: "lines+markers" as const,
                  name: `what ${showA(at.chargeA)} gives`,
                  x,
                  y: nights.map((n) => (volts * at.chargeA * n.hoursCount) / 1000),
                  line: { color: palette.ink, dash: "dot" as const, shape: "hvh" as const },
                  marker: { color: palette.ink, symbol: "line-ew-open" as const, size: 12 },
                  hovertemplate: "%{y:.1f} kWh<extra>%{fullData.name}</extra>",
                },
              ]
            : []),
        ],
        layout: {
          barmode: "stack" as const,
          xaxis: { title: { text: nights[0]?.winter && nights.length > 1 ? "a week in winter" : "" } },
          yaxis: { title: { text: "kWh" }, rangemode: "tozero" as const },
        },
      };
    },
    [need, cars, at, volts],
  );
  const [hardest] = hardestNights(need);
  return (
    <Chart
      height={240}
      label={`What the nights of a week ask for: the hardest is ${hardest ? `${nightName(hardest)} with ${showKWh(hardest.energyKWh)}` : "none"}`}
      draw={draw}
    />
  );
}
