/** Chart of a run of checks: house, charger, limit and pilot over its seconds. */
import { lazy, Suspense } from "react";
import type { RunPoint } from "#core/install/checks/live-run.ts";
import { ChartPlace } from "#ui/chart/chart-place.tsx";

const Chart = lazy(async () => ({ default: (await import("#ui/chart/chart.tsx")).Chart }));
const HEIGHT = 240;

interface Props {
  points: readonly RunPoint[];
  /** A */
  limitA: number | null;
}

export function RunChart({ points, limitA }: Props) {
  const seconds = points.map(({ atS }) => atS);
  const has = (of: keyof RunPoint) => points.some((point) => point[of] !== null);
  const figures = points.flatMap(({ clampA, takenA, offeredA }) => [clampA ?? 0, takenA ?? 0, offeredA ?? 0]);
  const most = Math.max(limitA ?? 0, 6, ...figures);
  return (
    <Suspense fallback={<ChartPlace height={HEIGHT} />}>
      <Chart
        label="What the clamps read, what the charger takes and offers, and the limit, over the seconds of the checks"
        height={HEIGHT}
        draw={(palette) => {
          const line = (name: string, of: keyof RunPoint, look: object) =>
            has(of)
              ? [{ x: seconds, y: points.map((point) => point[of]), name, mode: "lines" as const, line: look }]
              : [];
          return {
            data: [
              ...line("clamps", "clampA", { color: palette.slate, width: 2 }),
              ...line("charger takes", "takenA", { color: palette.deepWater, width: 3 }),
              ...line("pilot offers", "offeredA", { color: palette.ochre, width: 2, dash: "dot", shape: "hv" }),
              ...line("second charger", "secondA", { color: palette.ink, width: 2 }),
              ...line("appliance", "applianceA", { color: palette.clay, width: 2, shape: "hv" }),
              ...(limitA === null || seconds.length === 0
                ? []
                : [
                    {
                      x: [seconds[0] as number, seconds.at(-1) as number],
                      y: [limitA, limitA],
                      name: "limit",
                      mode: "lines" as const,
                      line: { color: palette.ink, width: 1.5, dash: "dash" as const },
                    },
                  ]),
            ],
            layout: { yaxis: { title: { text: "A" }, range: [0, most * 1.15] }, xaxis: { title: { text: "s" } } },
          };
        }}
      />
    </Suspense>
  );
}
