/** Size against length: up to where what it carries decides, and from where the volts it loses do; today's run in it. */
import { useCallback } from "react";
import { sizesByLength } from "#core/circuit/by-length.ts";
import type { CircuitAsked, CircuitDesign } from "#core/circuit/types.ts";
import type { Codebook } from "#core/codebook/types.ts";
import { lengthFt, lengthM, showSize } from "#core/units.ts";
import { Chart, type ChartProps } from "#ui/chart/chart.tsx";

/** The axis reaches over twice the run, to a round figure. */
const ROUND = 50;

export default function SizeChart({
  asked,
  design,
  codebook,
}: {
  asked: CircuitAsked;
  design: CircuitDesign;
  codebook: Codebook;
}) {
  const { circuit: rules, lengthUnit } = codebook;
  const lengthOf = lengthUnit === "ft" ? lengthFt : lengthM;
  const now = asked.segments.reduce((t, s) => t + lengthOf(s.length), 0);
  const longest = Math.ceil((now * 2) / ROUND) * ROUND;
  const sizes = rules.sizes(design.conductor.type ?? "", design.conductor.material ?? "cu");
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const rows = sizesByLength(rules, asked, (s) => lengthOf(s.length), longest);
      const x = rows.map((r) => r.length);
      return {
        data: [
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "what it carries",
            x,
            y: rows.map((r) => r.byAmpacity),
            line: { shape: "hv" as const, color: palette.slate, dash: "dash" as const, width: 2 },
          },
          {
            type: "scatter" as const,
            mode: "lines" as const,
            name: "with the volts it loses",
            x,
            y: rows.map((r) => r.taken),
            line: { shape: "hv" as const, color: palette.deepWater, width: 3 },
            fill: "tonexty" as const,
            fillcolor: palette.waterWash,
          },
          {
            type: "scatter" as const,
            mode: "markers" as const,
            name: "this run",
            x: [now],
            y: [sizes.indexOf(design.conductor.size)],
            marker: { size: 14, color: palette.paper, line: { color: palette.ink, width: 3 } },
          },
        ],
        layout: {
          showlegend: true,
          xaxis: { title: { text: `Length of the run, ${lengthUnit}` }, rangemode: "tozero" as const },
          yaxis: {
            tickvals: sizes.map((_, i) => i),
            ticktext: sizes.map(showSize),
            rangemode: "tozero" as const,
          },
        },
      };
    },
    [rules, asked, lengthOf, longest, now, sizes, design, lengthUnit],
  );
  return (
    <Chart
      height={320}
      label={`Size of the conductor against the length of the run, up to ${longest} ${lengthUnit}; this run is ${Math.round(now)} ${lengthUnit} and takes ${showSize(design.conductor.size)}`}
      draw={draw}
    />
  );
}
