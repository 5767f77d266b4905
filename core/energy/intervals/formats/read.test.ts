import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ukConventions } from "#core/rules/bs7671/conventions.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { type IntervalSeries, MISSING_VALUE } from "../series.ts";
import { guessCsv } from "./csv.ts";
import { fileHead, readNumber, readPlain } from "./mapping.ts";
import { IntervalDataRefused } from "./problems.ts";
import { guessOf, readIntervalFile, textOf } from "./read.ts";
import { readClock, readDay, StampReader } from "./stamp.ts";

const uk = (text: string, more = {}) => readIntervalFile(text, ukConventions, more);
const us = (text: string, more = {}) => readIntervalFile(text, necConventions, more);
const valuesOf = ({ phases, decimals }: IntervalSeries, phase = 0) =>
  [...(phases[phase] as Int32Array)].map((v) => (v === MISSING_VALUE ? null : v / 10 ** decimals));
const startOf = ({ startS }: IntervalSeries) => new Date(startS * 1000).toISOString().slice(0, 16);
const refusal = (read: () => unknown): string => {
  try {
    read();
  } catch (error) {
    if (error instanceof IntervalDataRefused) return error.message;
    throw error;
  }
  return "read";
};
const codes = ({ quality }: ReturnType<typeof uk>) => quality.findings.map((f) => f.code);

describe("CSV of meters and recorders", () => {
  it("is read by start and kWh, kW or A, in any order, gaps and repeats said", () => {
    const read = uk(
      "start,kWh\n2025-01-01T01:00,0.75\n2025-01-01T00:00,0.25\n2025-01-01T00:30,0.5\n2025-01-01T00:30,0.5\n2025-01-01T02:00,1\n",
    );
    expect(read.series).toMatchObject({ unit: "kWh", intervalS: 1800, decimals: 2 });
    expect(valuesOf(read.series)).toEqual([0.25, 0.5, 0.75, null, 1]);
    expect(startOf(read.series)).toBe("2025-01-01T00:00");
    expect(codes(read)).toEqual(["repeat", "gap"]);
    expect(read.quality).toMatchObject({ missing: 1, covered: 0.8 });
    expect(read.quality.findings[1]?.text).toBe("Nothing from 2025-01-01 01:30 to 2025-01-01 02:00 (1 interval)");
    expect(us("start,kW\n2025-01-01T00:00Z,1\n2025-01-01T00:15Z,2\n").series).toMatchObject({
      unit: "kW",
      intervalS: 900,
    });
    expect(us("start,A\n2025-01-01T00:00:00,1\n2025-01-01T00:00:10,2\n").series).toMatchObject({
      unit: "A",
      intervalS: 10,
    });
  });

  it("takes the larger of two different values for one interval, and says the line", () => {
    const read = uk("start,kWh\n2025-01-01T00:00,1\n2025-01-01T00:30,5\n2025-01-01T00:30,2\n2025-01-01T01:00,3\n");
    expect(valuesOf(read.series)).toEqual([1, 5, 3]);
    expect(read.quality.findings.find((f) => f.code === "repeat-differs")?.line).toBe(4);
  });

  it("understands lines before the head, semicolons, decimal commas, date and time apart, import and export", () => {
    const read = uk(
      "Meter;12\nSite;somewhere\nDate;Time;Import kWh;Export kWh\n13/02/2025;00:00;0,25;0\n13/02/2025;00:30;0,5;1,75\n13/02/2025;01:00;;0\n14/02/2025;00:00;1;0\n",
    );
    expect(valuesOf(read.series).slice(0, 3)).toEqual([0.25, -1.25, 0]);
    expect(read.series.phases[0]?.length).toBe(49);
    expect(read.quality.findings.find((f) => f.code === "negative")?.text).toMatch(/export/);
  });

  it.each([
    ["kWh received", false],
    ["Energy delivered (kWh)", false],
    ["kWh returned", false],
    ["Active energy out kWh", false],
    ["Export kWh", true],
    ["Solar generation kWh", true],
  ])("asks which way the energy of a column named %s flows", (name, exported) => {
    const { mapping, doubts } = guessCsv(`start,${name}\n2025-01-13T00:00,1\n2025-01-13T00:30,2\n`, "dmy");
    expect(doubts).toEqual(["direction"]);
    expect(mapping.values).toEqual([{ column: 1, phase: 0, export: exported }]);
  });
  it("asks of delivered and received beside each other, and takes what the utility received for export", () => {
    const { mapping, doubts } = guessCsv(
      "start,kWh delivered,kWh received\n2025-01-13T00:00,1,0\n2025-01-13T00:30,2,0\n",
      "mdy",
    );
    expect(doubts).toEqual(["direction"]);
    expect(mapping.values.map((v) => v.export)).toEqual([false, true]);
  });
  it.each(["Import kWh", "kWh from grid", "Delivered to home kWh", "Consumption kWh", "kWh"])(
    "asks nothing of a column named %s",
    (name) => {
      expect(guessCsv(`start,${name}\n2025-01-13T00:00,1\n2025-01-13T00:30,2\n`, "dmy").doubts).toEqual([]);
    },
  );

  it("understands twelve-hour clocks, months first, and named months", () => {
    const read = us(
      "Timestamp,Usage (kWh),Cost\n1/31/2025 11:45 PM,0.4,$0.1\n2/1/2025 12:00 AM,0.5,$0.1\n2/1/2025 12:15 AM,0.6,$0.1\n2/13/2025 1:00 PM,0.6,$0.1\n",
    );
    expect(startOf(read.series)).toBe("2025-02-01T04:45");
    expect(valuesOf(read.series).slice(0, 3)).toEqual([0.4, 0.5, 0.6]);
    expect(uk("start,kW\n31-Jan-2025 23:30,1\n01-Feb-2025 00:00,2\n").series.intervalS).toBe(1800);
    expect(uk("time,kW\nJan 31 2025 23:30,1\nFeb 1 2025 00:00,2\n").series.intervalS).toBe(1800);
  });

  it("distinguishes day and month by the order of the rows", () => {
    const rows = (f: (d: number) => string) =>
      `date,time,kWh\n${[1, 2, 3].flatMap((d) => ["00:00", "12:00"].map((t) => `${f(d)},${t},1`)).join("\n")}`;
    const day = (text: string) => new Date(uk(text).series.startS * 1000).toISOString().slice(0, 10);
    expect(refusal(() => uk(rows((d) => `0${d}/04/2025`)))).toMatch(/720 minutes apart|12 hours apart/);
    const hourly = (f: (d: number) => string) =>
      `date,time,kWh\n${[1, 2, 3].flatMap((d) => Array.from({ length: 24 }, (_, h) => `${f(d)},${String(h).padStart(2, "0")}:00,1`)).join("\n")}`;
    expect(day(hourly((d) => `0${d}/04/2025`))).toBe("2025-03-31");
    expect(day(hourly((d) => `04/0${d}/2025`))).toBe("2025-03-31");
    expect(guessCsv("date,time,kWh\n04/04/2025,00:00,1\n04/04/2025,01:00,1\n", "dmy").doubts).toEqual(["date-order"]);
  });

  it("reads a row a day with a column for each time", () => {
    const names = Array.from({ length: 48 }, (_, i) => `${String(i >> 1).padStart(2, "0")}:${i % 2 ? "30" : "00"}`);
    const rows = [1, 2].map((d) => `2025-01-0${d},${names.map((_, i) => d * 100 + i).join(",")}`);
    const wide = uk(`Consumption (kWh)\nDate,${names.join(",")}\n${rows.join("\n")}\n`);
    expect(wide.series).toMatchObject({ intervalS: 1800, unit: "kWh" });
    expect(valuesOf(wide.series)).toEqual([1, 2].flatMap((d) => names.map((_, i) => d * 100 + i)));
    const numbered = uk(
      `kWh per half hour\nSettlement date,${names.map((_, i) => `HH${i + 1}`).join(",")}\n${rows.join("\n")}\n`,
    );
    expect(valuesOf(numbered.series)).toEqual(valuesOf(wide.series));
  });

  it("reads legs and phases beside each other", () => {
    const read = uk("Date;Time;L1 (A);L2 (A);L3 (A);Total (A)\n2025-01-01;00:00;1;2;3;6\n2025-01-01;00:01;4;5;6;15\n");
    expect([0, 1, 2].map((p) => valuesOf(read.series, p))).toEqual([
      [1, 4],
      [2, 5],
      [3, 6],
    ]);
  });

  it("makes energies of a counter that runs on; where it falls the interval is left open", () => {
    const read = uk(
      "time,Meter reading kWh\n2025-01-01 00:00,1000\n2025-01-01 00:30,1000.5\n2025-01-01 01:00,1001.5\n2025-01-01 01:30,0.2\n2025-01-01 02:00,0.7\n",
    );
    expect(valuesOf(read.series)).toEqual([0.5, 1, null, 0.5]);
    expect(read.quality.findings.find((f) => f.code === "reset")).toMatchObject({ line: 5 });
  });

  it("puts a time that ends its interval to the begin of it", () => {
    for (const name of ["Interval end", "Interval ending", "Period ending", "Interval ends"])
      expect(startOf(uk(`${name},kWh\n2025-01-01T00:30,1\n2025-01-01T01:00,2\n`).series)).toBe("2025-01-01T00:00");
    expect(startOf(uk("Start,Weekend kWh\n2025-01-01T00:30,1\n2025-01-01T01:00,2\n").series)).toBe("2025-01-01T00:30");
  });

  it("takes watts, watt-hours and milliamperes for what they are, and seconds since 1970", () => {
    expect(valuesOf(uk("timestamp,watts\n1735689600,500\n1735689660,521.5\n").series)).toEqual([0.5, 0.5215]);
    expect(valuesOf(uk("start,Wh\n2025-01-01T00:00,250\n2025-01-01T00:30,300\n").series)).toEqual([0.25, 0.3]);
    expect(valuesOf(uk("start,mA\n2025-01-01T00:00,2500\n2025-01-01T00:01,3000\n").series)).toEqual([2.5, 3]);
    expect(valuesOf(uk("timestamp,kW\n1735689600000,1\n1735689660000,2\n").series)).toEqual([1, 2]);
  });

  it("leaves lines at its foot alone, and says so", () => {
    const read = uk("start,kWh\n2025-01-01T00:00,1\n2025-01-01T00:30,2\nTotal,3\n\nGenerated by the portal,\n");
    expect(valuesOf(read.series)).toEqual([1, 2]);
    expect(read.quality.findings[0]).toMatchObject({ code: "skipped-rows", line: 4 });
  });

  it("remembers what a kind of file looks like by its head", () => {
    const head = (text: string) => fileHead(guessOf(text, ukConventions) as NonNullable<ReturnType<typeof guessOf>>);
    expect(head("When,Load\n2025-01-01T00:00,1\n2025-01-01T00:30,2\n")).toBe(
      head("when, load\n2024-06-01T00:00,5\n2024-06-01T00:30,2\n"),
    );
    expect(guessOf("<?xml version='1.0'?><feed/>", ukConventions)).toBeNull();
  });

  it("asks for the unit where no column says it", () => {
    const guess = guessCsv("When,Load\n2025-01-01T00:00,1\n2025-01-01T00:30,2\n", "dmy");
    expect(guess.doubts).toEqual(["unit"]);
    expect(refusal(() => uk("When,Load\n2025-01-01T00:00,1\n2025-01-01T00:30,2\n"))).toBe(
      "line 1: no column says kWh, kW or A (columns: When, Load)",
    );
    const mapping = { ...guess.mapping, unit: "A" as const };
    expect(uk("When,Load\n2025-01-01T00:00,1\n2025-01-01T00:30,2\n", { mapping }).series.unit).toBe("A");
  });
});

describe("the clock of a file", () => {
  const wall = (zone: string, at: number) =>
    new Intl.DateTimeFormat("sv-SE", {
      timeZone: zone,
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
    })
      .format(at)
      .replace(" ", "T");
  const year = (zone: string, stepMs: number, from = Date.UTC(2025, 0, 1, 12), steps = (365 * 86_400_000) / stepMs) =>
    Array.from({ length: steps }, (_, i) => `${wall(zone, from + i * stepMs)},${i}`);

  it("is put forward and back where the file is: no gap in spring, no repeat in autumn, either way round", () => {
    for (const [zone, read] of [
      ["Europe/London", uk],
      ["America/New_York", us],
    ] as const) {
      const rows = year(zone, 1_800_000);
      for (const order of [rows, [...rows].reverse()]) {
        const { series, quality } = read(["start,kWh", ...order].join("\n"));
        expect(quality.missing).toBe(0);
        expect(valuesOf(series).slice(0, 4)).toEqual([0, 1, 2, 3]);
        expect(quality.findings.map((f) => f.code)).toEqual(["clock-change", "clock-change"]);
        expect(series.clock.length).toBe(3);
      }
    }
  });

  it("is left alone where the file keeps one time all year", () => {
    const rows = Array.from(
      { length: 17_520 },
      (_, i) => `${new Date(Date.UTC(2025, 0, 1) + i * 1_800_000).toISOString().slice(0, 16)},${i % 9}`,
    );
    const { series, quality } = uk(["start,kWh", ...rows].join("\n"));
    expect(quality.findings.map((f) => f.code)).toEqual(["winter-time"]);
    expect(series.clock.length).toBe(1);
    const autumn = rows.slice(13_000, 15_000);
    expect(uk(["start,kWh", ...autumn].join("\n")).quality).toMatchObject({ missing: 0 });
  });

  it("is what the file writes, where it writes its offset", () => {
    const { series, quality } = uk(
      "start,kW\n2025-03-30T00:00+00:00,1\n2025-03-30T00:30+00:00,2\n2025-03-30T02:00+01:00,3\n2025-03-30T02:30+01:00,4\n",
    );
    expect(valuesOf(series)).toEqual([1, 2, 3, 4]);
    expect(series.clock.map((c) => c.offsetS)).toEqual([0, 3600]);
    expect(quality.findings[0]?.text).toBe("The clock goes forward on 2025-03-30: a day of 23 hours, understood");
    expect(refusal(() => uk("start,kW\n2025-03-30T00:00Z,1\n2025-03-30T00:30,2\n"))).toMatch(
      /^line 3: this time has no offset/,
    );
  });

  it("says where it goes back without a reason", () => {
    const times = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 8, 9, 16, 17, 18, 19, 20];
    const { quality } = uk(
      `start,kW\n${times.map((m, i) => `2025-01-01T00:${String(m).padStart(2, "0")},${i}`).join("\n")}`,
    );
    expect(quality.findings.find((f) => f.code === "clock-back")).toMatchObject({
      line: 18,
      text: "The clock of the file goes back by 7 minutes, from 2025-01-01 00:15 to 2025-01-01 00:08",
    });
  });
});

describe("refused files", () => {
  const lines = (n: number) =>
    Array.from(
      { length: n },
      (_, i) => `2025-01-${String(1 + Math.floor(i / 24)).padStart(2, "0")}T${String(i % 24).padStart(2, "0")}:00,${i}`,
    );
  it.each([
    [
      "a day that does not exist",
      "start,kWh\n2025-02-28T23:30,1\n2025-02-30T00:00,1\n2025-03-01T00:00,1\n",
      'line 3: "2025-02-30T00:00" is not a date and time that exists',
    ],
    [
      "a month that does not exist",
      "start,kWh\n2025-12-31T23:00,1\n2025-13-01T00:00,1\n2026-01-01T00:00,1",
      'line 3: "2025-13-01T00:00"',
    ],
    [
      "a day that does not exist on the last line",
      "start,kWh\n2025-02-28T23:30,1\n2025-02-28T23:00,1\n2025-02-30T00:00,1",
      "line 4",
    ],
    [
      "units mixed in a column",
      "start,value,unit\n2025-01-01T00:00,1,kWh\n2025-01-01T00:30,1000,Wh\n2025-01-01T01:00,1,kWh",
      "line 3: it is in Wh, while line 2 is in kWh: mixed units cannot be read",
    ],
    [
      "units mixed in cells",
      "start,kWh\n2025-01-01T00:00,1\n2025-01-01T00:30,1000 Wh\n2025-01-01T01:00,1",
      "line 3: it is in Wh",
    ],
    [
      "a word for a number",
      "start,kWh\n2025-01-01T00:00,0\n2025-01-01T00:30,abc\n2025-01-01T01:00,2",
      'line 3: "abc" is not a number',
    ],
    ["nothing but zeros", "start,kWh\n2025-01-01T00:00,0\n2025-01-01T00:30,0\n", "no value in it is above zero"],
    ["a million columns", `${"a,".repeat(1e6)}\n1,2\n`, "line 1: it is longer than 20,000 characters"],
    [
      "a million columns further down",
      `start,kWh\n2025-01-01T00:00,1\n2025-01-01T00:30,1\n${"1,".repeat(1e6)}\n`,
      "line 4",
    ],
    [
      "too many columns",
      `date,${Array.from({ length: 500 }, (_, i) => `c${i}`).join(",")}\n`,
      "line 1: it has 501 columns; 400 at most are read",
    ],
    ["no table at all", "hello world", "no row with a date or time"],
    ["nothing", "  \n", "the file is empty"],
    ["one reading", "start,kWh\n2025-01-01T00:00,1\n", "two readings at different times"],
    [
      "a reading a day",
      "start,kWh\n2025-01-01T00:00,1\n2025-01-02T00:00,1\n2025-01-03T00:00,1\n",
      "its readings are 24 hours apart; 1 second to 60 minutes can be read",
    ],
    [
      "an interval that changes",
      `start,kWh\n${lines(40).join("\n")}\n${lines(40)
        .map((l) => l.replace(":00,", ":17,").replace("2025-01", "2025-02"))
        .join("\n")}`,
      "the interval changes in the file",
    ],
    [
      "a truncated XML",
      "<?xml version='1.0'?><feed><entry>\n<IntervalBlock><IntervalReading><timePeriod>",
      "line 2: the file breaks off here",
    ],
    [
      "an entity bomb",
      `<?xml version="1.0"?>\n<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><feed>&b;</feed>`,
      "line 2: the file declares a document type of its own; entities are not read",
    ],
    ["an entity of nobody", `<?xml version="1.0"?><feed>&b;</feed>`, "an entity stands here that is not read"],
    ["another XML", `<?xml version="1.0"?><html><p>hello</p></html>`, "it is no Green Button file"],
    [
      "nothing but what a home exports",
      "start,Import kWh\n2025-01-01T00:00,-1\n2025-01-01T00:30,-2\n",
      "no value in it is above zero",
    ],
  ])("is %s", (_name, text, message) => {
    expect(refusal(() => uk(text))).toContain(message);
  });

  it("is more than ten years; ten are read", () => {
    const hours = (days: number) =>
      `start,kWh\n${Array.from({ length: days * 24 }, (_, i) => `${new Date(Date.UTC(2014, 0, 1) + i * 3_600_000).toISOString().slice(0, 16)}Z,${1 + (i % 5)}`).join("\n")}`;
    expect(uk(hours(3652)).quality.days).toBe(3652);
    expect(refusal(() => uk(hours(3800)))).toBe("it runs over 3800 days; ten years can be read");
  });

  it("lists at most twenty lines", () => {
    const bad = Array.from({ length: 60 }, (_, i) => `2025-01-01T00:${String(i).padStart(2, "0")},x${i}`);
    expect(refusal(() => uk(`start,kWh\n2024-12-31T23:59,1\n${bad.join("\n")}`)).split("\n").length).toBe(20);
  });
});

describe("Green Button XML", () => {
  const point = (n: number, kind: number) =>
    `<entry><link rel="self" href="/U/${n}"/><content><espi:UsagePoint><espi:ServiceCategory><espi:kind>${kind}</espi:kind></espi:ServiceCategory></espi:UsagePoint></content></entry>`;
  const meter = (u: number, m: number) =>
    `<entry><link rel="self" href="/U/${u}/M/${m}"/><link rel="related" href="/R/${m}"/><content><espi:MeterReading/></content></entry>`;
  const type = (m: number, uom: number, power: number, flow = 1) =>
    `<entry><link rel="self" href="/R/${m}"/><content><espi:ReadingType><espi:flowDirection>${flow}</espi:flowDirection><espi:powerOfTenMultiplier>${power}</espi:powerOfTenMultiplier><espi:uom>${uom}</espi:uom></espi:ReadingType></content></entry>`;
  const block = (u: number, m: number, values: readonly number[], duration = 900, from = 1_735_707_600) =>
    `<entry><link rel="self" href="/U/${u}/M/${m}/B/1"/><link rel="up" href="/U/${u}/M/${m}/B"/><content><espi:IntervalBlock>${values.map((v, i) => `\n<espi:IntervalReading><espi:timePeriod><espi:duration>${duration}</espi:duration><espi:start>${from + i * duration}</espi:start></espi:timePeriod><espi:value>${v}</espi:value></espi:IntervalReading>`).join("")}</espi:IntervalBlock></content></entry>`;
  const feed = (...entries: string[]) =>
    `<?xml version="1.0"?><feed xmlns="http://www.w3.org/2005/Atom" xmlns:espi="http://naesb.org/espi">${entries.join("")}</feed>`;

  it("is read in Wh or W by its power of ten, in any order of its parts", () => {
    const wh = us(feed(point(1, 0), meter(1, 1), type(1, 72, 0), block(1, 1, [250, 500])));
    expect(wh).toMatchObject({ form: "Green Button XML", series: { unit: "kWh", intervalS: 900 } });
    expect(valuesOf(wh.series)).toEqual([0.25, 0.5]);
    expect(valuesOf(us(feed(block(1, 1, [2, 5]), type(1, 72, 3), meter(1, 1))).series)).toEqual([2, 5]);
    const watts = us(feed(meter(1, 1), type(1, 38, -3), block(1, 1, [1_500_000, 2_000_000])));
    expect(watts.series.unit).toBe("kW");
    expect(valuesOf(watts.series)).toEqual([1.5, 2]);
  });

  it("uses its named time zone", () => {
    const local = `<entry><content><espi:LocalTimeParameters><espi:tzOffset>-28800</espi:tzOffset></espi:LocalTimeParameters></content></entry>`;
    expect(us(feed(local, type(1, 72, 0), block(1, 1, [1, 2]))).series.clock[0]?.offsetS).toBe(-28_800);
    expect(us(feed(type(1, 72, 0), block(1, 1, [1, 2]))).series.clock[0]?.offsetS).toBe(-18_000);
    expect(us(feed(type(1, 72, 0), block(1, 1, [1, 2])), { zone: "America/Denver" }).series.clock[0]?.offsetS).toBe(
      -25_200,
    );
  });

  it("takes what is given away from what is drawn, and leaves gas alone", () => {
    const both = us(
      feed(meter(1, 1), type(1, 72, 0), meter(1, 2), type(2, 72, 0, 19), block(1, 1, [100, 0]), block(1, 2, [0, 700])),
    );
    expect(valuesOf(both.series)).toEqual([0.1, -0.7]);
    const gas = us(
      feed(
        point(1, 0),
        point(2, 1),
        meter(1, 1),
        meter(2, 2),
        type(1, 72, 0),
        type(2, 72, 0),
        block(1, 1, [100, 200]),
        block(2, 2, [9, 9]),
      ),
    );
    expect(valuesOf(gas.series)).toEqual([0.1, 0.2]);
    expect(gas.quality.findings[0]?.text).toMatch(/another service/);
  });

  it("is asked for again where it holds two homes, no unit, or a reading without a value", () => {
    expect(
      refusal(() =>
        us(
          feed(
            point(1, 0),
            point(2, 0),
            meter(1, 1),
            meter(2, 2),
            type(1, 72, 0),
            type(2, 72, 0),
            block(1, 1, [1]),
            block(2, 2, [1]),
          ),
        ),
      ),
    ).toMatch(/2 usage points/);
    expect(refusal(() => us(feed(block(1, 1, [1, 2]))))).toMatch(/name no reading type/);
    expect(refusal(() => us(feed(type(1, 169, 0), block(1, 1, [1, 2]))))).toMatch(/neither Wh, W nor A/);
    expect(refusal(() => us(feed(type(1, 72, 0), block(1, 1, [1, Number.NaN, 2])).replace("NaN", "")))).toMatch(
      /^line 3: this reading has no value/,
    );
    expect(
      refusal(() => us(feed(type(1, 72, 0), block(1, 1, [1, 2], 900), block(1, 1, [1, 2], 1800, 1_735_800_000)))),
    ).toMatch(/15 minutes, 30 minutes/);
  });
});

describe("cells", () => {
  it("are numbers with either sign, grouped or not", () => {
    expect(["1.5", "-0.25", "1,234.5", "1e3", " 7 "].map((c) => readNumber(c, "."))).toEqual([
      1.5, -0.25, 1234.5, 1000, 7,
    ]);
    expect(["1,5", "-0,25", "1.234,5"].map((c) => readNumber(c, ","))).toEqual([1.5, -0.25, 1234.5]);
    expect(["1,5", "abc", "1.2.3", ""].map((c) => readNumber(c, "."))).toEqual([
      Number.NaN,
      Number.NaN,
      Number.NaN,
      Number.NaN,
    ]);
  });

  it("are read digit by digit as a computer reads them", () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), fc.integer({ min: 0, max: 6 }), (n, d) => {
        const text = (n / 10 ** d).toFixed(d);
        expect(readPlain(text)).toBe(Number(text));
      }),
    );
    expect(["", "-", "1e3", "1.2.3", "0x1f", "1234567890123456"].map(readPlain).every(Number.isNaN)).toBe(true);
    expect(readPlain(".5")).toBe(0.5);
  });

  it("are days and clock times that exist", () => {
    const day = (text: string, order: "ymd" | "dmy" | "mdy" = "ymd") => readDay(text, order);
    expect(day("2024-02-29")).toBe(day("29/02/2024", "dmy"));
    expect(day("2/29/24", "mdy")).toBe(day("20240229"));
    expect(
      [day("2023-02-29"), day("2025-04-31"), day("2025-00-10"), day("1900-01-01"), day("hello")].every(Number.isNaN),
    ).toBe(true);
    expect([day("2200-12-31"), day("2201-01-01")].map(Number.isNaN)).toEqual([false, true]);
    expect(["00:00", "24:00", "7 PM", "12:30 am", "23:59:59"].map(readClock)).toEqual([
      0, 86_400, 68_400, 1800, 86_399,
    ]);
    expect(["24:01", "25:00", "12:60", "13 PM", "7", "noon"].map(readClock).every(Number.isNaN)).toBe(true);
    const stamp = new StampReader("ymd");
    expect(stamp.read("2025-01-01T00:00:00.250+05:30")).toBe(true);
    expect(stamp.offsetS).toBe(19_800);
    expect(stamp.read("2025-01-01T00:00:00-0500")).toBe(true);
    expect(stamp.offsetS).toBe(-18_000);
    expect(stamp.read("2025-01-01 24:00")).toBe(true);
    expect(stamp.wallS).toBe(Date.UTC(2025, 0, 2) / 1000);
    expect(
      ["2025-01-01T24:30", "2025-01-01T00:61", "2025-01-01T00:00+99:00", "01:00"].map((t) => stamp.read(t)),
    ).toEqual([false, false, false, false]);
  });

  it("are UTF-8 or UTF-16 by the mark in front", () => {
    expect(textOf(new Uint8Array([0xef, 0xbb, 0xbf, 0x41]))).toBe("A");
    expect(textOf(new Uint8Array([0xff, 0xfe, 0x41, 0]))).toBe("A");
    expect(textOf(new Uint8Array([0xfe, 0xff, 0, 0x41]))).toBe("A");
  });
});
