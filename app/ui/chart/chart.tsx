/** A chart in Heron's colours and fonts; Plotly is loaded with the first one. */
import type { Data, Layout } from "plotly.js";
import { useEffect, useRef } from "react";
import { PALETTES, type Palette } from "#ui/theme/palette.ts";
import { useTheme } from "#ui/theme/theme-switch.tsx";
import styles from "./chart.module.css";

export interface ChartProps {
  /** The content of the chart in one sentence, for screen readers. */
  label: string;
  height: number;
  /** Called for each theme. */
  draw(palette: Palette): { data: Data[]; layout: Partial<Layout> };
  /** A point was pressed: its place in the trace's `customdata`. */
  onPress?(custom: unknown): void;
}

const FONT = "Atkinson Hyperlegible Next, sans-serif";

/** Layout shared by all charts. */
function framed(palette: Palette, { xaxis, yaxis, ...layout }: Partial<Layout>): Partial<Layout> {
  const axis = {
    gridcolor: palette.rule,
    linecolor: palette.ruleStrong,
    zerolinecolor: palette.ruleStrong,
    automargin: true,
    fixedrange: true,
  };
  return {
    margin: { t: 12, r: 12, b: 36, l: 44 },
    paper_bgcolor: palette.paper,
    plot_bgcolor: palette.paper,
    font: { family: FONT, size: 14, color: palette.ink },
    hoverlabel: { bgcolor: palette.sheet, bordercolor: palette.ink, font: { family: FONT, color: palette.ink } },
    legend: { orientation: "h", y: 1.12, x: 0 },
    ...layout,
    xaxis: { ...axis, ...xaxis },
    yaxis: { ...axis, ...yaxis },
  };
}

export function Chart({ label, height, draw, onPress }: ChartProps) {
  const place = useRef<HTMLDivElement>(null);
  const theme = useTheme();
  const pressed = useRef(onPress);
  pressed.current = onPress;
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    let gone = false;
    const { data, layout } = draw(PALETTES[theme]);
    void import("plotly.js-cartesian-dist-min").then(async ({ default: plotly }) => {
      if (gone) return;
      const drawn = await plotly.react(element, data, framed(PALETTES[theme], { height, ...layout }), {
        displayModeBar: false,
        responsive: true,
      });
      drawn.removeAllListeners("plotly_click");
      drawn.on("plotly_click", ({ points }) => pressed.current?.(points[0]?.customdata));
    });
    return () => {
      gone = true;
    };
  }, [draw, theme, height]);
  useEffect(() => {
    const element = place.current;
    return () => {
      if (element?.hasChildNodes()) void import("plotly.js-cartesian-dist-min").then((p) => p.default.purge(element));
    };
  }, []);
  return <div ref={place} className={styles.chart} style={{ height }} role="img" aria-label={label} />;
}
