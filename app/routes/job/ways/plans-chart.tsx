/** Unbeaten plans: price across, energy a night up, days until charging as size. */
import { useCallback } from "react";
import { showMoney } from "#core/estimate/estimate.ts";
import type { HomePlan } from "#core/explore/plans.ts";
import { Chart, type ChartProps } from "#ui/chart/chart.tsx";

const LEAST_PX = 10;
const MOST_PX = 42;

export default function PlansChart({
  plans,
  currency,
  onTry,
}: {
  plans: readonly HomePlan[];
  currency: "USD" | "GBP";
  onTry(plan: HomePlan): void;
}) {
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const longest = Math.max(1, ...plans.map((p) => p.days));
      const ways = [...new Set(plans.map((p) => p.wayName))];
      const symbols = ["circle", "square", "diamond", "triangle-up", "pentagon", "hexagon", "star", "cross"];
      return {
        data: ways.map((way, i) => {
          const own = plans.filter((p) => p.wayName === way);
          return {
            type: "scatter" as const,
            mode: "markers" as const,
            name: way,
            x: own.map((p) => p.typical),
            y: own.map((p) => p.energyKWh),
            customdata: own.map((p) => plans.indexOf(p)),
            text: own.map((p) => `${p.text}<br>${showMoney(p.typical, currency)}, ${p.days} days`),
            hovertemplate: "%{text}<extra></extra>",
            marker: {
              symbol: symbols[i % symbols.length] as string,
              size: own.map((p) => LEAST_PX + ((MOST_PX - LEAST_PX) * p.days) / longest),
              color: palette.water,
              line: { color: palette.ink, width: 1.5 },
              opacity: 0.85,
            },
          };
        }),
        layout: {
          showlegend: true,
          xaxis: {
            title: { text: `Typical price, ${currency === "GBP" ? "pounds" : "dollars"}` },
            rangemode: "tozero" as const,
          },
          yaxis: { title: { text: "kWh a night" }, rangemode: "tozero" as const },
        },
      };
    },
    [plans, currency],
  );
  return (
    <Chart
      height={300}
      label={`${plans.length} plans by price, energy a night and days; the list below has the same plans`}
      draw={draw}
      onPress={(index) => {
        const plan = plans[Number(index)];
        if (plan) onTry(plan);
      }}
    />
  );
}
