/** Files of interval data read in full: what their columns mean, the series, every finding, and what is shown of it. */
import { describe, expect, it } from "vitest";
import { seededRandom } from "#core/chance.ts";
import { dayOfWall, wallAt } from "#core/energy/intervals/clock.ts";
import {
  blocksOf,
  hasWeekend,
  heatingShare,
  heatMapOf,
  likelyCauses,
  peaksOf,
  seasonProfiles,
  weekdayProfiles,
  whenInWords,
} from "#core/energy/intervals/demand.ts";
import { evidenceOf, hasExport, lastYear } from "#core/energy/intervals/evidence.ts";
import { IntervalDataRefused, intervalProblemLine } from "#core/energy/intervals/formats/problems.ts";
import { guessOf, readIntervalFile } from "#core/energy/intervals/formats/read.ts";
import { writeIntervalCsv } from "#core/energy/intervals/formats/write.ts";
import { aboveSupply } from "#core/energy/intervals/quality.ts";
import { ampsOf, countOf, type IntervalSeries } from "#core/energy/intervals/series.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase, usCase } from "../cases.ts";
import { digits, json, storedSheet } from "./stored.ts";

const two = (n: number) => String(n).padStart(2, "0");
const HALF_HOURS = Array.from({ length: 48 }, (_, i) => `${two(i >> 1)}:${i % 2 ? "30" : "00"}`);

/** Rows of a file, one for each interval; a row that is left out is null. */
function rows(
  count: number,
  stepMinutes: number,
  row: (iso: string, value: number, i: number) => string | null,
  from = Date.UTC(2025, 10, 28),
): string {
  const random = seededRandom(11);
  return Array.from({ length: count }, (_, i) => {
    const iso = new Date(from + i * stepMinutes * 60_000).toISOString().slice(0, 16);
    const hour = Number(iso.slice(11, 13));
    const value = Math.round(1000 * (0.2 + 0.3 * random() + (hour >= 17 && hour < 21 ? 3 * random() : 0))) / 1000;
    return row(iso, value, i);
  })
    .filter((line) => line !== null)
    .join("\n");
}
const british = (iso: string) => `${iso.slice(8, 10)}/${iso.slice(5, 7)}/${iso.slice(0, 4)}`;
const american = (iso: string) => `${Number(iso.slice(5, 7))}/${Number(iso.slice(8, 10))}/${iso.slice(0, 4)}`;
const twelveHours = (iso: string) => {
  const hour = Number(iso.slice(11, 13));
  return `${hour % 12 || 12}:${iso.slice(14, 16)} ${hour < 12 ? "AM" : "PM"}`;
};

/** Green Button readings of one usage point, in watt-hours of a quarter of an hour. */
const greenButton = (values: readonly number[], flow: number, power: number): string =>
  `<?xml version="1.0"?><feed xmlns="http://www.w3.org/2005/Atom" xmlns:espi="http://naesb.org/espi">
<entry><link rel="self" href="/U/1"/><content><espi:UsagePoint><espi:ServiceCategory><espi:kind>0</espi:kind></espi:ServiceCategory></espi:UsagePoint></content></entry>
<entry><link rel="self" href="/U/1/M/1"/><link rel="related" href="/R/1"/><content><espi:MeterReading/></content></entry>
<entry><link rel="self" href="/R/1"/><content><espi:ReadingType><espi:flowDirection>${flow}</espi:flowDirection><espi:powerOfTenMultiplier>${power}</espi:powerOfTenMultiplier><espi:uom>72</espi:uom></espi:ReadingType></content></entry>
<entry><link rel="self" href="/U/1/M/1/B/1"/><link rel="up" href="/U/1/M/1/B"/><content><espi:IntervalBlock>
${values
  .map(
    (v, i) =>
      `<espi:IntervalReading><espi:timePeriod><espi:duration>900</espi:duration><espi:start>${Date.UTC(2025, 10, 2, 4) / 1000 + i * 900}</espi:start></espi:timePeriod><espi:value>${v}</espi:value></espi:IntervalReading>`,
  )
  .join("\n")}
</espi:IntervalBlock></content></entry></feed>`;

const FILES: Record<string, { text: string; country: "uk" | "us" }> = {
  "half-hours-with-gaps-and-repeats": {
    country: "uk",
    text: `start,kWh\n${rows(480, 30, (iso, v, i) => (i > 60 && i < 65 ? null : i === 100 || i === 300 ? `${iso},${v}\n${iso},${i === 100 ? v : v + 1}` : `${iso},${i > 200 && i < 206 ? "" : v}`))}\n`,
  },
  "months-first-and-twelve-hours": {
    country: "us",
    text: `Account,123\nTimestamp,Usage (kWh),Cost\n${rows(400, 60, (iso, v) => `${american(iso)} ${twelveHours(iso)},${v},$${(v * 0.2).toFixed(2)}`)}\nTotal,99\n`,
  },
  "semicolons-and-export": {
    country: "uk",
    text: `Date;Time;Import kWh;Export kWh\n${rows(300, 30, (iso, v, i) => `${british(iso)};${iso.slice(11)};${String(v).replace(".", ",")};${i % 48 === 24 ? "1,5" : "0"}`)}\n`,
  },
  "three-phases-of-a-recorder": {
    country: "uk",
    text: `Date;Time;L1 (A);L2 (A);L3 (A)\n${rows(2000, 1, (iso, v, i) => `${iso.slice(0, 10)};${iso.slice(11)};${(v * 10).toFixed(2)};${(v * 4 + (i % 7)).toFixed(2)};${i % 5}`)}\n`,
  },
  "a-row-a-day": {
    country: "uk",
    text: `Consumption (kWh)\nDate,${HALF_HOURS.join(",")}\n${Array.from(
      { length: 12 },
      (_, d) => `2025-03-${two(24 + d - (d > 7 ? 8 : 0))}`,
    )
      .slice(0, 8)
      .map((day, d) => `${day},${HALF_HOURS.map((_, i) => (((i * 7 + d * 3) % 23) / 10).toFixed(1)).join(",")}`)
      .join("\n")}\n`,
  },
  "a-counter-that-resets": {
    country: "us",
    text: `time,Meter reading kWh\n${rows(300, 15, (iso, _, i) => `${iso.replace("T", " ")},${((i < 150 ? 5000 : 0) + i * 0.4).toFixed(1)}`)}\n`,
  },
  "clocks-go-back": {
    country: "uk",
    text: `start,kWh\n${rows(240, 30, (_, v, i) => `${new Intl.DateTimeFormat("sv-SE", { timeZone: "Europe/London", dateStyle: "short", timeStyle: "short" }).format(Date.UTC(2025, 9, 24, 12) + i * 1_800_000)},${v}`)}\n`,
  },
  "offsets-written": {
    country: "us",
    text: `start,kW\n${rows(120, 15, (iso, v) => `${iso}-05:00,${v}`)}\n`,
  },
  "watts-ten-seconds-apart": {
    country: "us",
    text: `timestamp,watts\n${Array.from({ length: 900 }, (_, i) => `${1_735_689_600 + i * 10},${400 + ((i * 37) % 900)}`).join("\n")}\n`,
  },
  "stuck-and-a-spike": {
    country: "uk",
    text: `start,A\n${rows(600, 30, (iso, v, i) => `${iso},${i > 100 && i < 170 ? 4.2 : i === 400 ? 240 : (v * 6).toFixed(1)}`)}\n`,
  },
  "energy-not-named": { country: "uk", text: `When,Load\n${rows(50, 30, (iso, v) => `${iso},${v}`)}\n` },
  "delivered-and-received": {
    country: "us",
    text: `start,kWh delivered,kWh received\n${rows(200, 60, (iso, v, i) => `${iso},${v},${i % 24 === 12 ? 2 : 0}`)}\n`,
  },
  "green-button": {
    country: "us",
    text: greenButton(
      Array.from({ length: 500 }, (_, i) => 150 + ((i * 53) % 700)),
      1,
      0,
    ),
  },
  "green-button-thousands": {
    country: "us",
    text: greenButton(
      Array.from({ length: 40 }, (_, i) => 1 + (i % 3)),
      1,
      3,
    ),
  },
  "a-word-for-a-number": {
    country: "uk",
    text: "start,kWh\n2025-01-01T00:00,1\n2025-01-01T00:30,abc\n2025-01-01T01:00,x\n",
  },
  "an-interval-that-changes": {
    country: "uk",
    text: `start,kWh\n${rows(60, 30, (iso, v) => `${iso},${v}`)}\n${rows(60, 15, (iso, v) => `${iso},${v}`, Date.UTC(2026, 0, 5))}\n`,
  },
};

const means = (values: readonly (number | null)[]) => values.map(digits).join(" ");

function seriesLines(series: IntervalSeries, country: "uk" | "us"): string[] {
  const home = country === "uk" ? ukCase() : usCase();
  const codebook = codebookOf(home.rules);
  const volts = country === "uk" ? 230 : 240;
  const amps = ampsOf(series, volts);
  const blocks = blocksOf(series, amps, 3600);
  const peaks = peaksOf(blocks, 4);
  const map = heatMapOf(series, amps);
  const suspects = codebook.loadKinds.slice(0, 6).map((kind, i) => ({
    label: kind.label,
    amps: 6 + 5 * i,
    byHour: Array.from({ length: 24 }, (_, h) => (h >= 15 + i ? 1 + i : 0)),
  }));
  return [
    `${series.unit} every ${series.intervalS} s from ${new Date(series.startS * 1000).toISOString()}, ${countOf(series)} values with ${series.decimals} decimals; clock ${json(series.clock)}`,
    ...series.phases.map(
      (p) =>
        `values ${[...p.slice(0, 12)].join(" ")} ... ${[...p.slice(-4)].join(" ")}, sum ${digits(p.reduce((t, v) => t + (v < -1e9 ? 0 : v), 0))}`,
    ),
    `days ${dayOfWall(wallAt(series.clock, series.startS))} and on; heating season ${digits(heatingShare(series, countOf(series)))}, weekend ${hasWeekend(series, countOf(series))}, export ${hasExport(series)}, last year ${countOf(lastYear(series))}`,
    ...peaks.map(
      (p) =>
        `peak ${digits(p.amps)} A, ${whenInWords(series, p.atS)}: ${likelyCauses(series, amps, p, suspects).join(", ")}`,
    ),
    `above 15 A: ${json(aboveSupply(series, amps, 15).slice(0, 3))}`,
    `highest of each day ${means(map.highest.slice(0, 12))}`,
    ...[0, 7, 18].map((h) => `at ${h} h: ${means((map.byHour[h] ?? []).slice(0, 12))}`),
    ...weekdayProfiles(series, amps, ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"])
      .filter((_, i) => i % 2 === 0)
      .map(
        (p) =>
          `${p.name} ${means(p.mean.filter((_, h) => h % 3 === 0))}; most ${means(p.highest.filter((_, h) => h % 6 === 0))}`,
      ),
    ...seasonProfiles(series, amps).map((p) => `${p.name} ${means(p.mean.filter((_, h) => h % 3 === 0))}`),
    ...writeIntervalCsv(series, false).split("\n").slice(0, 4),
  ];
}

function readingSheet({ text, country }: { text: string; country: "uk" | "us" }): string {
  const home = country === "uk" ? ukCase() : usCase();
  const codebook = codebookOf(home.rules);
  const lines = [`columns: ${json(guessOf(text, codebook.conventions))}`];
  try {
    const { series, quality, form } = readIntervalFile(text, codebook.conventions);
    const { findings, ...figures } = quality;
    lines.push(
      `${form}; ${json(figures)}`,
      ...findings.map((f) => json(f)),
      `evidence ${json(evidenceOf(series, quality, home, codebook, {}))}`,
      ...seriesLines(series, country),
    );
  } catch (error) {
    if (!(error instanceof IntervalDataRefused)) throw error;
    lines.push(...error.problems.map(intervalProblemLine));
  }
  return `${lines.join("\n")}\n`;
}

describe("the whole reading of a file", () => {
  it.each(Object.entries(FILES))("%s is as it was read", (name, file) => {
    const sheet = readingSheet(file);
    expect(sheet).toBe(storedSheet(`readings/${name}`, sheet));
  });
});

/** How the first readings of many small files are written; each is read to its series, or refused. */
const stampsOf = (stamps: readonly string[]) => `start,kWh\n${stamps.map((t, i) => `${t},${i + 1}`).join("\n")}\n`;
const SMALL_FILES: readonly string[] = [
  ...[
    ["2025-01-13T00:00", "2025-01-13T00:30", "2025-01-13T01:00"],
    ["2025-01-13T00:00Z", "2025-01-13T00:30Z", "2025-01-13T01:00Z"],
    ["2025-01-13T00:00:00.000-05:00", "2025-01-13T00:15:00.000-05:00", "2025-01-13T00:30:00.000-05:00"],
    ["2025-07-13T00:00+0530", "2025-07-13T00:30+0530", "2025-07-13T01:00+0530"],
    ["2025-07-13T00:00-03:30", "2025-07-13T01:00-03:30", "2025-07-13T02:00-03:30"],
    ["2025-01-13T00:00+01", "2025-01-13T00:30+01", "2025-01-13T01:00+01"],
    ["2025-01-13T00:00+15:00", "2025-01-13T00:30+15:00", "2025-01-13T01:00+15:00"],
    ["2025/01/13 00:00:10", "2025/01/13 00:00:20", "2025/01/13 00:00:30"],
    ["20250113 0000", "20250113 0030", "20250113 0100"],
    ["13.01.2025 00:30", "13.01.2025 01:00", "13.01.2025 01:30"],
    ["13-Jan-2025 23:30", "14-Jan-2025 00:00", "14-Jan-2025 00:30"],
    ["Jan 13 2025 11:45 PM", "Jan 14 2025 12:00 AM", "Jan 14 2025 12:15 AM"],
    ["1/13/2025 12:00 PM", "1/13/2025 1:00 PM", "1/13/2025 2:00 PM"],
    ["13/1/2025 9:00", "13/1/2025 9:30", "13/1/2025 10:00"],
    ["13/01/25 09:00", "13/01/25 09:30", "13/01/25 10:00"],
    ["2025-01-13 24:00", "2025-01-14 00:30", "2025-01-14 01:00"],
    ["2025-01-13 00:60", "2025-01-13 01:30", "2025-01-13 02:00"],
    ["2025-01-13 25:00", "2025-01-13 01:30", "2025-01-13 02:00"],
    ["2025-02-29 00:00", "2025-03-01 00:00", "2025-03-01 00:30"],
    ["2024-02-29 00:00", "2024-02-29 00:30", "2024-02-29 01:00"],
    ["1736726400", "1736728200", "1736730000"],
    ["1736726400000", "1736728200000", "1736730000000"],
    ["2025-01-13T01:00", "2025-01-13T00:30", "2025-01-13T00:00"],
    ["2025-01-13T00:00", "2025-01-13T00:30", "2025-01-13T00:30", "2025-01-13T01:00"],
    ["2025-01-13T00:00", "2025-01-13T00:30", "2025-01-13T02:30", "2025-01-13T03:00"],
    ["2025-01-13T00:00", "2025-01-13T00:29", "2025-01-13T01:00", "2025-01-13T01:30"],
    ["2025-03-30T00:00", "2025-03-30T00:30", "2025-03-30T02:00", "2025-03-30T02:30"],
    [
      "2025-10-26T00:30",
      "2025-10-26T01:00",
      "2025-10-26T01:30",
      "2025-10-26T01:00",
      "2025-10-26T01:30",
      "2025-10-26T02:00",
    ],
    ["2025-01-13T00:00", "2025-01-13T03:00", "2025-01-13T06:00"],
    ["2025-01-13T00:00", "2025-01-13T00:00"],
  ].map(stampsOf),
  "\ufeffstart\tkWh\n2025-01-13T00:00\t0.5\n2025-01-13T00:30\t0.25\n",
  '"start","Usage, kWh"\n"2025-01-13T00:00","1,234.5"\n"2025-01-13T00:30","0.25"\n',
  "start;kWh\n13.01.2025 00:00;1.234,5\n13.01.2025 00:30;0,25\n",
  "start,value,unit\n2025-01-13T00:00,500,Wh\n2025-01-13T00:30,250,Wh\n",
  "start,kWh\n2025-01-13T00:00,0.5 kWh\n2025-01-13T00:30,0.25 kWh\n",
  "start,kWh\n2025-01-13T00:00,n/a\n2025-01-13T00:30,-\n2025-01-13T01:00,2\n2025-01-13T01:30,--\n",
  "start,kWh\n2025-01-13T00:00,1e3\n2025-01-13T00:30,2\n",
  "start,kWh,note\n2025-01-13T00:00,1,a\n2025-01-13T00:30,2,estimated\n",
  "date,from,to,kWh\n2025-01-13,00:00,00:30,1\n2025-01-13,00:30,01:00,2\n",
  "date,end time,kW\n13/01/2025,00:15,1\n13/01/2025,00:30,2\n",
  "Interval ending,kWh\n2025-01-13T00:30,1\n2025-01-13T01:00,2\n",
  "start,net kWh\n2025-01-13T00:00,-1\n2025-01-13T00:30,2\n",
  "start,kWh,kWh\n2025-01-13T00:00,1,5\n2025-01-13T00:30,2,6\n",
  "start,L1 kW,L2 kW\n2025-01-13T00:00,1,5\n2025-01-13T00:15,2,6\n",
  "start,Total kWh,Solar kWh\n2025-01-13T00:00,1,5\n2025-01-13T00:30,2,6\n",
  "time,Cumulative kWh\n2025-01-13 00:00,100\n2025-01-13 00:30,100.5\n2025-01-13 01:00,99\n2025-01-13 01:30,99.5\n",
  "Meter 7\n\nReport of 2025\nstart,kWh\n2025-01-13T00:00,1\n2025-01-13T00:30,2\n\nTotal,3\n",
  "2025-01-13T00:00,1\n2025-01-13T00:30,2\n",
  "kW\nDate,1,2,3,4,5,6,7,8,9,10,11,12,13,14,15,16,17,18,19,20,21,22,23,24\n2025-01-13,1,2,3,4,5,6,7,8,9,10,11,12,13,14,15,16,17,18,19,20,21,22,23,24\n",
  "kWh\nDate,Hour 1,Hour 2,Hour 3\n2025-01-13,1,2,3\n",
  `Date,${HALF_HOURS.map((t) => `kWh ${t}`).join(",")}\n2025-01-13,${HALF_HOURS.map((_, i) => i).join(",")}\n`,
  "start,A\n2025-01-13T00:00,1\n2025-01-13T00:01,2\n2025-01-13T00:02,x\n2025-01-13T00:03,y\n2025-01-13T00:04,z\n",
  `start,kWh\n${"9".repeat(30)},1\n2025-01-13T00:30,2\n`,
  "start,kVA\n2025-01-13T00:00,1\n2025-01-13T00:30,2\n",
  "a,b,c\n1,2,3\n4,5,6\n",
  "start,kWh\n2025-01-13T00:00,5000000\n2025-01-13T00:30,0.123456789\n",
  greenButton([100, 200, 300], 19, 0),
  greenButton([100, 200, 300], 1, -3),
  greenButton([1, 2], 1, 0).replace("<espi:uom>72</espi:uom>", "<espi:uom>38</espi:uom>"),
  greenButton([1, 2], 1, 0).replace("<espi:uom>72</espi:uom>", "<espi:uom>5</espi:uom>"),
  greenButton([1, 2], 1, 0).replace("<espi:uom>72</espi:uom>", "<espi:uom>169</espi:uom>"),
  greenButton([1, 2, 3], 1, 0).replace("<espi:kind>0</espi:kind>", "<espi:kind>1</espi:kind>"),
  greenButton([1, 2, 3], 1, 0).replace("<espi:duration>900", "<espi:duration>abc"),
  greenButton([1, 2, 3], 1, 0).replace("<espi:value>2", "<espi:value>two"),
  greenButton([1, 2, 3], 1, 0).replace("</feed>", ""),
  greenButton([1, 2, 3], 1, 0).replace(
    "</feed>",
    "<entry><content><espi:LocalTimeParameters><espi:tzOffset>-18000</espi:tzOffset></espi:LocalTimeParameters></content></entry></feed>",
  ),
];

function smallFileLines(text: string, country: "uk" | "us"): string[] {
  const { conventions } = codebookOf((country === "uk" ? ukCase() : usCase()).rules);
  try {
    const guess = guessOf(text, conventions);
    const { series, quality } = readIntervalFile(text, conventions);
    return [
      `${country}: ${series.unit} every ${series.intervalS} s from ${new Date(series.startS * 1000).toISOString()}, ${series.phases.map((p) => [...p.slice(0, 6)].join(" ")).join(" | ")} / 10^${series.decimals}; ${json(series.clock)}; ${guess?.doubts.join(" ") ?? ""}`,
      ...quality.findings.map((f) => `  ${f.code}${f.line === undefined ? "" : ` in line ${f.line}`}: ${f.text}`),
    ];
  } catch (error) {
    if (!(error instanceof IntervalDataRefused)) throw error;
    return error.problems.map((problem) => `${country}: refused, ${intervalProblemLine(problem)}`);
  }
}

describe("small files", () => {
  it("are read, or refused, as they were read before", () => {
    const sheet = SMALL_FILES.flatMap((text) => [
      "",
      `# ${json(text.length > 120 ? `${text.slice(0, 60)} ... ${text.slice(-50)}` : text)}`,
      ...smallFileLines(text, "uk"),
      ...smallFileLines(text, "us"),
    ]);
    expect(`${sheet.join("\n")}\n`).toBe(storedSheet("readings/small-files", `${sheet.join("\n")}\n`));
  });
});
