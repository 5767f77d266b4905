/** Interval data as the plain CSV that Heron reads: `start` and one column of values. */
import { wallAt } from "../clock.ts";
import { countOf, type IntervalSeries, MISSING_VALUE } from "../series.ts";

/** First line of made-up data; readers of the file can recognise it by this line. */
export const MADE_UP_LINE = "# made up by Heron for practice: no measurement of any home";

const two = (n: number): string => String(n).padStart(2, "0");
function offsetText(offsetS: number): string {
  const size = Math.abs(offsetS);
  return `${offsetS < 0 ? "-" : "+"}${two(Math.floor(size / 3600))}:${two(Math.floor((size % 3600) / 60))}`;
}

/** @param madeUp writes the line that says so */
export function writeIntervalCsv(series: IntervalSeries, madeUp: boolean): string {
  const { phases, unit, decimals, startS, intervalS, clock } = series;
  const names = phases.length === 1 ? [unit] : phases.map((_, p) => `L${p + 1} (${unit})`);
  const lines = madeUp ? [MADE_UP_LINE, `start,${names.join(",")}`] : [`start,${names.join(",")}`];
  const scale = 10 ** decimals;
  for (let i = 0; i < countOf(series); i++) {
    const atS = startS + i * intervalS;
    const wallS = wallAt(clock, atS);
    const values = phases.map((p) => (p[i] === MISSING_VALUE ? "" : ((p[i] as number) / scale).toFixed(decimals)));
    const seconds = intervalS % 60 === 0 ? 16 : 19;
    lines.push(
      `${new Date(wallS * 1000).toISOString().slice(0, seconds)}${offsetText(wallS - atS)},${values.join(",")}`,
    );
  }
  return `${lines.join("\n")}\n`;
}
