/** Size against length: up to where current-carrying capacity decides, and from where the volts it loses do; today's run in it. */
import { useCallback, useMemo } from "react";
import { regionsOf, type SizeRange, sizesByLength } from "#core/circuit/by-length.ts";
import { cheapestSize, YEARS } from "#core/circuit/by-price.ts";
import { dropV, stretchesOf } from "#core/circuit/design.ts";
import { pricedBy } from "#core/estimate/book.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import type { CircuitDesign, CircuitRules, CircuitSpec } from "#core/rules/circuit/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { lengthFt, lengthM, showSize } from "#core/units.ts";
import { conductorItems } from "#core/ways/circuit-requirements.ts";
import { Chart, type ChartProps } from "#ui/chart/chart.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";

const DECIDES: Record<SizeRange["decides"], string> = {
  ampacity: "current-carrying capacity decides",
  "volt-drop": "voltage drop decides",
  price: "price decides",
  nothing: "no size is large enough",
};

/** The axis reaches over twice the run, and past where the volts decide, to a round figure. */
const ROUND = 50;
const BEYOND = 1.4;
const MOST = 2000;

/** The length from which the size that is enough by what it carries loses too many volts. */
function dropDecidesFrom(rules: CircuitRules, asked: CircuitSpec, { stretches }: CircuitDesign, now: number): number {
  const lost = stretchesOf(rules, asked).reduce((total, stretch, i) => {
    const { conductor, sizeByAmpacity } = stretches[i] as CircuitDesign["stretches"][number];
    return total + dropV(rules, { ...conductor, size: sizeByAmpacity }, stretch, asked);
  }, 0);
  return lost > 0 ? (now * rules.volts(asked.system) * rules.drop.share) / lost : now;
}

export default function SizeChart({
  asked,
  design,
  codebook,
  perNightKWh,
}: {
  asked: CircuitSpec;
  design: CircuitDesign;
  codebook: Codebook;
  /** Energy that goes through it in the mean of all nights, kWh. */
  perNightKWh: number;
}) {
  const { book } = useJob().prices;
  const { circuit: rules, lengthUnit } = codebook;
  const lengthOf = lengthUnit === "ft" ? lengthFt : lengthM;
  const now = asked.segments.reduce((t, s) => t + lengthOf(s.length), 0);
  const longest =
    Math.ceil(Math.min(MOST, Math.max(now * 2, BEYOND * dropDecidesFrom(rules, asked, design, now))) / ROUND) * ROUND;
  const sizes = rules.sizes(design.conductor.type ?? "", design.conductor.material ?? "cu");
  const rows = useMemo(
    () => sizesByLength(rules, asked, (s) => lengthOf(s.length), longest),
    [rules, asked, lengthOf, longest],
  );
  const byPrice = useMemo(
    () =>
      cheapestSize(rules, asked, design.deviceA, (stretch) => stretch.reduce((t, s) => t + lengthOf(s.length), 0), {
        conductorPerLength(conductor) {
          const earth = rules.earthOf(conductor, conductor.size, design.deviceA);
          const items = conductorItems(conductor, earth.size).map(([id, n]) => [pricedBy(book, id), n] as const);
          return items.every(([item]) => item) ? items.reduce((t, [item, n]) => t + (item?.typical ?? 0) * n, 0) : null;
        },
        energy: pricedBy(book, "energy")?.typical ?? null,
        energyPerNightKWh: perNightKWh,
        show: (money) => showMoney(money, book.currency),
      }),
    [rules, asked, design, lengthOf, book, perNightKWh],
  );
  const regions = regionsOf(rows, byPrice ? sizes.indexOf(byPrice.conductor.size) : null);
  const draw: ChartProps["draw"] = useCallback(
    (palette) => {
      const fills = {
        ampacity: palette.wash,
        "volt-drop": palette.waterWash,
        price: palette.paper,
        nothing: palette.ruleStrong,
      };
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
          },
          ...(byPrice
            ? [
                {
                  type: "scatter" as const,
                  mode: "lines" as const,
                  name: `what costs least over ${YEARS} years`,
                  x: [0, longest],
                  y: [sizes.indexOf(byPrice.conductor.size), sizes.indexOf(byPrice.conductor.size)],
                  line: { color: palette.ochre, dash: "dot" as const, width: 2 },
                },
              ]
            : []),
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
          shapes: regions.map((r) => ({
            type: "rect" as const,
            layer: "below" as const,
            xref: "x" as const,
            yref: "paper" as const,
            x0: r.from,
            x1: r.to,
            y0: 0,
            y1: 1,
            fillcolor: fills[r.decides],
            line: { width: 1, color: palette.rule },
          })),
          annotations: regions.map((r) => ({
            x: (r.from + r.to) / 2,
            y: 0,
            yref: "paper" as const,
            yanchor: "bottom" as const,
            showarrow: false,
            text: DECIDES[r.decides],
            font: { color: palette.ink, size: 13 },
          })),
          xaxis: { title: { text: `Length of the run, ${lengthUnit}` }, rangemode: "tozero" as const },
          yaxis: {
            tickvals: sizes.map((_, i) => i),
            ticktext: sizes.map(showSize),
            rangemode: "tozero" as const,
          },
        },
      };
    },
    [rows, regions, byPrice, longest, now, sizes, design, lengthUnit],
  );
  return (
    <>
      <Chart
        height={320}
        label={`Size of the conductor against the length of the run, up to ${longest} ${lengthUnit}; this run is ${Math.round(now)} ${lengthUnit} and takes ${showSize(design.conductor.size)}`}
        draw={draw}
      />
      {byPrice && (
        <p className="quiet">
          Over {YEARS} years {showSize(byPrice.conductor.size)} costs least in the first part: {byPrice.cited.numbers} (
          {byPrice.cited.formula}).
        </p>
      )}
    </>
  );
}
