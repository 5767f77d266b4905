/** Chart of the last minutes: charging current, offered current, current of the supply, designed current. */
import { lazy, Suspense } from "react";
import type { LivePoint } from "#core/energy/metered/live.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";

const Chart = lazy(async () => ({ default: (await import("#ui/chart/chart.tsx")).Chart }));
const HEIGHT = 220;

export function LiveChart({ points, limitA }: { points: readonly LivePoint[]; limitA: number | null }) {
  const times = points.map(({ at }) => new Date(at));
  const most = Math.max(
    limitA ?? 0,
    ...points.map(({ currentA, offeredA, totalA }) => Math.max(offeredA ?? 0, totalA ?? 0, ...currentA)),
    6,
  );
  const ends = times.length > 0 ? [times[0] as Date, times.at(-1) as Date] : [];
  return (
    <Suspense fallback={<ChartPlace height={HEIGHT} />}>
      <Chart
        label="The current that the charger takes and offers, that of the supply, and the designed one"
        height={HEIGHT}
        draw={(palette) => ({
          data: [
            {
              x: times,
              y: points.map(({ currentA }) => (currentA.length > 0 ? Math.max(...currentA) : null)),
              name: "takes",
              mode: "lines",
              line: { color: palette.deepWater, width: 3 },
            },
            ...(points.some(({ totalA }) => totalA !== null)
              ? [
                  {
                    x: times,
                    y: points.map(({ totalA }) => totalA),
                    name: "supply",
                    mode: "lines" as const,
                    line: { color: palette.slate, width: 2 },
                  },
                ]
              : []),
            {
              x: times,
              y: points.map(({ offeredA }) => offeredA),
              name: "offers",
              mode: "lines",
              line: { color: palette.ochre, width: 2, dash: "dot", shape: "hv" },
            },
            ...(limitA === null
              ? []
              : [
                  {
                    x: ends,
                    y: ends.map(() => limitA),
                    name: "designed",
                    mode: "lines" as const,
                    line: { color: palette.ink, width: 1.5, dash: "dash" as const },
                  },
                ]),
          ],
          layout: { yaxis: { title: { text: "A" }, range: [0, most * 1.15] } },
        })}
      />
    </Suspense>
  );
}
