/** For how much of the time which current is drawn, against levels such as a limit and a rating. */
import type { Layout } from "plotly.js";
import { useCallback } from "react";
import type { Palette } from "#ui/theme/palette.ts";
import { Chart, type ChartProps } from "./chart.tsx";

/** A current that is a line across a chart. */
export interface LevelLine {
  amps: number;
  colour: keyof Pick<Palette, "clay" | "ochre">;
  dash?: "dash" | "dot";
  /** Written at its right end, above it or below. */
  name?: string;
  below?: true;
}

/** The lines of levels with their names, for the layout of a chart. */
export const levelsDrawn = (
  levels: readonly LevelLine[],
  palette: Palette,
): Required<Pick<Layout, "shapes" | "annotations">> => ({
  shapes: levels.map(({ amps, colour, dash = "dash" }) => ({
    type: "line",
    xref: "paper",
    x0: 0,
    x1: 1,
    y0: amps,
    y1: amps,
    line: { color: palette[colour], width: 2, dash },
  })),
  annotations: levels.flatMap(({ amps, below, colour, name }) =>
    name === undefined
      ? []
      : [
          {
            xref: "paper",
            x: 1,
            xanchor: "right",
            y: amps,
            yanchor: below ? "top" : "bottom",
            showarrow: false,
            text: name,
            font: { color: colour === "ochre" ? palette.ink : palette[colour] },
          },
        ],
  ),
});

export function DurationChart(props: {
  label: string;
  height: number;
  duration: { share: number[]; amps: number[] };
  levels: readonly LevelLine[];
}) {
  const { duration, height, label, levels } = props;
  const draw: ChartProps["draw"] = useCallback(
    (palette) => ({
      data: [
        {
          type: "scatter" as const,
          mode: "lines" as const,
          x: duration.share.map((s) => s * 100),
          y: duration.amps,
          line: { color: palette.deepWater, width: 2 },
          fill: "tozeroy" as const,
          fillcolor: palette.waterWash,
          hovertemplate: "%{y:.1f} A or more for %{x:.2f} % of the time<extra></extra>",
        },
      ],
      layout: {
        showlegend: false,
        xaxis: { title: { text: "share of the time, %" } },
        // The highest level is seen with some room over it.
        yaxis: {
          title: { text: "A" },
          range: [0, 1.15 * Math.max(duration.amps[0] ?? 0, ...levels.map((l) => l.amps))],
        },
        ...levelsDrawn(levels, palette),
      },
    }),
    [duration, levels],
  );
  return <Chart height={height} label={label} draw={draw} />;
}
