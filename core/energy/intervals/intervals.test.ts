import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { codebookOf } from "#core/rules/index.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { analysisOf } from "../analysis.ts";
import { madeSeries } from "../replay/made-series.ts";
import {
  clockOfZone,
  dayOfWall,
  isZone,
  momentOf,
  monthOfWall,
  offsetAt,
  showWall,
  steadyClock,
  wallAt,
  weekdayOfWall,
} from "./clock.ts";
import {
  blocksOf,
  hasWeekend,
  heatingShare,
  heatMapOf,
  likelyCauses,
  peakOf,
  peaksOf,
  seasonProfiles,
  weekdayProfiles,
  whenInWords,
} from "./demand.ts";
import { evidenceOf, hasExport, lastYear } from "./evidence.ts";
import { readIntervalFile } from "./formats/read.ts";
import { MADE_UP_LINE, writeIntervalCsv } from "./formats/write.ts";
import { aboutSeries, digestOf, keptAbout, packValues, unpackValues } from "./kept.ts";
import { aboveSupply, qualityOf } from "./quality.ts";
import { ampsOf, daysOf, endS, type IntervalSeries, MISSING_VALUE, packedValues } from "./series.ts";

const at = (text: string) => Date.parse(`${text}Z`) / 1000;
const monday = at("2025-01-06T00:00");
const seriesOf = (values: readonly number[], more: Partial<IntervalSeries> = {}): IntervalSeries => ({
  unit: "A",
  startS: monday,
  intervalS: 900,
  clock: steadyClock(),
  ...packedValues([Float64Array.from(values)]),
  ...more,
});
const us = codebookOf("us-nec-2023");
const uk = codebookOf("uk-bs7671-2018-a2");

describe("the clock of a home", () => {
  const london = clockOfZone("Europe/London", at("2025-01-01T00:00"), at("2026-01-01T00:00"));
  it("changes to the minute where its zone does", () => {
    expect(london.map((c) => [c.offsetS, c.fromS])).toEqual([
      [0, Number.NEGATIVE_INFINITY],
      [3600, at("2025-03-30T01:00")],
      [0, at("2025-10-26T01:00")],
    ]);
    expect(clockOfZone("America/New_York", at("2025-01-01T00:00"), at("2026-01-01T00:00"))[1]?.fromS).toBe(
      at("2025-03-09T07:00"),
    );
    expect([isZone("Europe/London"), isZone("Moon/Base")]).toEqual([true, false]);
  });

  it("shows one hour twice in autumn and leaps over one in spring", () => {
    expect(momentOf(london, at("2025-10-26T01:30"))).toBe(at("2025-10-26T00:30"));
    expect(momentOf(london, at("2025-10-26T01:30"), true)).toBe(at("2025-10-26T01:30"));
    expect(momentOf(london, at("2025-03-30T01:30"))).toBe(at("2025-03-30T01:30"));
    expect(offsetAt(london, at("2025-07-01T00:00"))).toBe(3600);
    fc.assert(
      fc.property(fc.integer({ min: at("2025-01-02T00:00"), max: at("2025-12-30T00:00") }), (moment) => {
        const wall = wallAt(london, moment);
        expect([momentOf(london, wall), momentOf(london, wall, true)]).toContain(moment);
      }),
    );
  });

  it("is written as people write it", () => {
    expect([showWall(monday), dayOfWall(monday), weekdayOfWall(monday), monthOfWall(monday)]).toEqual([
      "2025-01-06 00:00",
      "2025-01-06",
      0,
      1,
    ]);
  });
});

describe("a series", () => {
  it("keeps exactly what the file wrote, in whole numbers of as few decimals as it takes", () => {
    expect(packedValues([Float64Array.from([1, 0.25, Number.NaN, -3.125])])).toEqual({
      decimals: 3,
      phases: [Int32Array.from([1000, 250, MISSING_VALUE, -3125])],
    });
    expect(packedValues([Float64Array.from([1 / 3])]).decimals).toBe(6);
    expect(packedValues([Float64Array.from([123_456_789])]).decimals).toBe(0);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -2_000_000, max: 2_000_000 }), { minLength: 1, maxLength: 50 }),
        fc.integer({ min: 0, max: 5 }),
        (ints, d) => {
          const values = ints.map((n) => n / 10 ** d);
          const { decimals, phases } = packedValues([Float64Array.from(values)]);
          expect([...(phases[0] as Int32Array)].map((n) => n / 10 ** decimals)).toEqual(values);
        },
      ),
    );
  });

  it("is current at the supply: averages and energies by its volts, the highest of its phases", () => {
    expect([...ampsOf(seriesOf([12.5]), 240)]).toEqual([12.5]);
    expect([...ampsOf(seriesOf([2.4], { unit: "kW" }), 240)]).toEqual([10]);
    expect([...ampsOf(seriesOf([0.6], { unit: "kWh" }), 240)]).toEqual([10]);
    expect([...ampsOf(seriesOf([6.9], { unit: "kW" }), 230, 3)]).toEqual([10]);
    const legs = seriesOf([], {
      unit: "kW",
      ...packedValues([Float64Array.from([1.2, 0.6]), Float64Array.from([0.6, Number.NaN])]),
    });
    expect([...ampsOf(legs, 240)]).toEqual([10, Number.NaN]);
    expect([daysOf(seriesOf(new Array(96).fill(1))), endS(seriesOf([1, 2]))]).toEqual([1, monday + 1800]);
  });

  it("is packed small and comes back the same, gaps and all", async () => {
    const values = Array.from({ length: 35_040 }, (_, i) =>
      i % 997 === 0 ? Number.NaN : Math.round(300 + 200 * Math.sin(i / 20) + ((i * 7919) % 50)) / 1000,
    );
    const series = seriesOf(values, { unit: "kWh" });
    const about = aboutSeries(series, qualityOf(series, []), {
      digest: "a".repeat(64),
      name: "a.csv",
      form: "CSV",
      madeUp: false,
    });
    const bytes = await packValues(series);
    expect(bytes.length).toBeLessThan(35_040 * 1.5);
    const back = await unpackValues(bytes, about);
    expect(back.phases).toEqual(series.phases);
    expect(back).toMatchObject({ unit: "kWh", startS: monday, intervalS: 900, decimals: 3 });
    expect(keptAbout.isValidSync(JSON.parse(JSON.stringify(about)), { strict: true })).toBe(true);
    await expect(unpackValues(bytes, { ...about, count: 100 })).rejects.toThrow(/more than they say/);
    await expect(unpackValues(bytes, { ...about, count: 40_000 })).rejects.toThrow(/fewer than they say/);
    await expect(unpackValues(new Uint8Array([1, 2, 3]), about)).rejects.toThrow();
  });

  it("of two extremes packs too", async () => {
    const series = seriesOf([], {
      phases: [Int32Array.from([2_147_483_647, MISSING_VALUE, -2_147_483_647, 0])],
      decimals: 0,
    });
    const about = aboutSeries(series, qualityOf(series, []), {
      digest: "b".repeat(64),
      name: "b",
      form: "CSV",
      madeUp: false,
    });
    expect((await unpackValues(await packValues(series), about)).phases).toEqual(series.phases);
  });

  it("has the digest of its file for a name", async () => {
    expect(await digestOf(new TextEncoder().encode("abc"))).toBe(
      "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad",
    );
  });

  it("is written as CSV and read again the same, and says where it was made up", () => {
    const series = madeSeries(usCase(), us, 3, 15, "America/New_York");
    const read = readIntervalFile(writeIntervalCsv(series, true), necConventions);
    expect(read.series.phases).toEqual(series.phases);
    expect(read.series.startS).toBe(series.startS);
    expect(read.quality.missing).toBe(0);
    expect(writeIntervalCsv(series, true).startsWith(MADE_UP_LINE)).toBe(true);
    expect(writeIntervalCsv(series, false).startsWith("start,kWh\n")).toBe(true);
    const sun = madeSeries(
      usCase({ supply: { ...usCase().supply, onsiteGeneration: true } }),
      us,
      3,
      60,
      "America/New_York",
    );
    expect(hasExport(sun)).toBe(true);
    expect(hasExport(series)).toBe(false);
  });
});

describe("how far data can be relied on", () => {
  const day = (value: number) => new Array<number>(96).fill(value).map((v, i) => v + (i % 5) / 10);
  const codes = (series: IntervalSeries) => qualityOf(series, []).findings.map((f) => f.code);

  it("says what is missing, with its place", () => {
    const values = [...day(5), ...day(6), ...day(7)];
    values.fill(Number.NaN, 100, 108);
    const quality = qualityOf(seriesOf(values), []);
    expect(quality).toMatchObject({ days: 3, missing: 8 });
    expect(quality.daysCovered).toBeCloseTo(3 - 8 / 96, 9);
    expect(quality.findings).toEqual([
      {
        code: "gap",
        fromS: monday + 100 * 900,
        toS: monday + 108 * 900,
        text: "Nothing from 2025-01-07 01:00 to 2025-01-07 03:00 (8 intervals)",
      },
    ]);
    const holes = [...day(5), ...day(6), ...day(7)].map((v, i) => (i % 10 === 3 ? Number.NaN : v));
    expect(qualityOf(seriesOf(holes), []).findings.at(-1)?.text).toBe("17 shorter gaps beside these");
  });

  it("says where a reading is stuck, zero, below nothing, or far above all others", () => {
    expect(codes(seriesOf([...day(5), ...new Array(96).fill(3), ...day(5)]))).toEqual(["stuck"]);
    expect(codes(seriesOf([...day(5), ...new Array(95).fill(3), ...day(5)]))).toEqual([]);
    expect(codes(seriesOf([...day(5), ...new Array(200).fill(0)]))).toEqual(["zeros"]);
    expect(codes(seriesOf([...day(5), -1, ...day(5)]))).toEqual(["negative"]);
    expect(codes(seriesOf([...day(5), 90, ...day(5)]))).toEqual(["spike"]);
    expect(codes(seriesOf([...day(5), 15, ...day(5)]))).toEqual([]);
  });

  it("asks whether it is this home's, where it is above the supply for two hours", () => {
    const values = [...day(5), ...new Array(8).fill(140), ...day(5)];
    const series = seriesOf(values);
    expect(aboveSupply(series, ampsOf(series, 240), 100)[0]?.text).toMatch(
      /^Above the 100 A of the supply for 2 hours, first on 2025-01-07 00:00: is this/,
    );
    expect(
      aboveSupply(seriesOf(values.slice(1)), ampsOf(seriesOf([...day(5), ...new Array(7).fill(140)]), 240), 100),
    ).toEqual([]);
  });
});

describe("demand from data", () => {
  it("is the highest average over a block of the clock", () => {
    // From five past on: the first block is not whole.
    const amps = Float64Array.from({ length: 60 }, (_, i) => (i >= 10 && i < 25 ? 40 : i === 40 ? 100 : 10));
    const blocks = blocksOf({ startS: monday + 300, intervalS: 60 }, amps, 900);
    expect([...blocks.amps]).toEqual([Number.NaN, 40, 10, 16]);
    expect(peakOf(blocks)).toEqual({ amps: 40, atS: monday + 900, blockS: 900 });
    expect(peakOf({ startS: 0, blockS: 900, amps: new Float64Array(0) })).toBeNull();
    const longer = blocksOf({ startS: monday, intervalS: 1800 }, Float64Array.from([1, 2]), 900);
    expect([longer.blockS, ...longer.amps]).toEqual([1800, 1, 2]);
  });

  it("names the next peaks of other evenings, and what is likely behind each", () => {
    const amps = new Float64Array(96 * 3).fill(5);
    amps[72] = 50;
    amps[73] = 49;
    amps[96 + 72] = 30;
    const peaks = peaksOf({ startS: monday, blockS: 900, amps }, 3);
    expect(peaks.map((p) => p.amps)).toEqual([50, 30, 5]);
    const evening = Array.from({ length: 24 }, (_, h) => (h >= 16 && h < 21 ? 10 : 0));
    const suspects = [
      { label: "Range", amps: 30, byHour: evening },
      { label: "Dryer", amps: 20, byHour: new Array(24).fill(3) },
      { label: "Night heater", amps: 45, byHour: Array.from({ length: 24 }, (_, h) => (h < 6 ? 10 : 0)) },
      { label: "Lamp", amps: 1, byHour: evening },
    ];
    const series = { startS: monday, intervalS: 900, clock: steadyClock() };
    expect(likelyCauses(series, amps, peaks[0] as never, suspects)).toEqual(["Range", "Dryer"]);
    expect(likelyCauses(series, amps, peaks[1] as never, suspects)).toEqual(["Range"]);
    expect(whenInWords(series, monday + 72 * 900)).toBe("Mon 2025-01-06 18:00");
  });
  it("is never put down to cooling in winter, or to heating in summer", () => {
    const byHour = Array.from({ length: 24 }, () => 1);
    const suspects = [
      { label: "Air conditioning", amps: 20, byHour, bySeason: [0, 0.06, 0.42] as const },
      { label: "Heater", amps: 20, byHour, bySeason: [0.4, 0.12, 0] as const },
      { label: "Range", amps: 5, byHour },
    ];
    const causesIn = (startS: number) => {
      const series = { ...seriesOf([...Array(40).fill(2), 22, ...Array(40).fill(2)]), startS };
      const amps = ampsOf(series, 240, 1);
      return likelyCauses(series, amps, peaksOf(blocksOf(series, amps, 900), 1)[0] as never, suspects);
    };
    expect(causesIn(monday)).toEqual(["Heater"]);
    expect(causesIn(at("2025-07-07T00:00"))).toEqual(["Air conditioning"]);
  });

  it("is seen hour by day, by weekday and by season, on the wall clock", () => {
    const startS = at("2025-03-29T00:00");
    const clock = clockOfZone("Europe/London", startS, startS + 3 * 86_400);
    const hours = Float64Array.from({ length: 71 }, (_, i) => i);
    const series = { ...seriesOf([...hours]), startS, intervalS: 3600, clock };
    const heat = heatMapOf(series, hours);
    expect(heat.days).toEqual(["2025-03-29", "2025-03-30", "2025-03-31"]);
    // The hour that the clock leaps over has nothing.
    expect([heat.byHour[0]?.[1], heat.byHour[1]?.[1], heat.byHour[2]?.[1]]).toEqual([24, null, 25]);
    const week = weekdayProfiles(series, hours, ["Mo", "Tu", "We", "Th", "Fr", "Sa", "Su"]);
    expect([week[5]?.mean[0], week[6]?.highest[23], week[1]?.mean[0]]).toEqual([0, 46, null]);
    expect(seasonProfiles(series, hours).map((p) => p.name)).toEqual(["between"]);
    expect(hasWeekend(series, 48)).toBe(true);
    expect(hasWeekend({ ...series, startS: startS - 86_400 }, 48)).toBe(false);
    expect(heatingShare({ ...series, startS: at("2025-02-20T00:00"), intervalS: 86_400 }, 18)).toBe(0.5);
  });
});

describe("data as evidence", () => {
  const year = (intervalS: number, peak: number) => {
    const values = new Array<number>((365 * 86_400) / intervalS).fill(4).map((v, i) => v + (i % 7) / 10);
    values[5000] = peak;
    return seriesOf(values, { intervalS, startS: at("2025-01-01T00:00") });
  };
  const of = (series: IntervalSeries, document = usCase(), codebook = us, said = {}) =>
    evidenceOf(series, qualityOf(series, []), document, codebook, said);

  it("is a year of the utility with its highest quarter hour, in North America", () => {
    expect(of(year(900, 42.125))).toEqual({
      source: "utility-year",
      days: 365,
      intervalMinutes: 15,
      heatingSeason: true,
      max: { value: 42.125, unit: "A" },
    });
    // Shorter averages are taken over the quarter hour.
    expect(of(year(300, 42.125))).toMatchObject({ intervalMinutes: 15 });
    expect(of(year(300, 42.125)).max?.value).toBeLessThan(20);
    expect(of(year(3600, 42.125))).toMatchObject({ intervalMinutes: 60, max: { value: 42.125, unit: "A" } });
    expect(
      of(year(900, 50), usCase(), us, { source: "recorder", file: "a.csv", digest: "c".repeat(64) }),
    ).toMatchObject({ source: "recorder", file: "a.csv" });
  });

  it("is the highest average as it was recorded, in the United Kingdom", () => {
    expect(of(year(1800, 33), ukCase(), uk)).toMatchObject({
      source: "half-hour-meter",
      intervalMinutes: 30,
      max: { value: 33, unit: "A" },
    });
    expect(of(year(60, 33), ukCase(), uk)).toMatchObject({
      source: "recorder",
      intervalMinutes: 1,
      max: { value: 33, unit: "A" },
    });
  });

  it("has a maximum for each of three phases; of one total a third", () => {
    const three = ukCase({ supply: { system: "three-phase-230-400", ratingA: 80, earthing: "tn-c-s", looped: false } });
    const phases = seriesOf([], {
      intervalS: 60,
      ...packedValues([Float64Array.from([5, 20]), Float64Array.from([7, 9]), Float64Array.from([30, 2])]),
    });
    expect(of(phases, three, uk).maxByPhaseA).toEqual([20, 9, 30]);
    expect(of(seriesOf([6.9, 13.8], { unit: "kW", intervalS: 60 }), three, uk).maxByPhaseA).toEqual([20, 20, 20]);
  });

  it("counts the days that have values, and of more than a year the last one", () => {
    const series = year(900, 42);
    (series.phases[0] as Int32Array).fill(MISSING_VALUE, 96 * 100, 96 * 130);
    expect(of(series).days).toBe(335);
    const three = seriesOf(new Array<number>(96 * 800).fill(5).map((v, i) => (i === 0 ? 90 : v + (i % 3) / 10)));
    expect(lastYear(three).startS).toBe(monday + 435 * 86_400);
    expect(of(lastYear(three)).max?.value).toBeLessThan(6);
    expect(lastYear(series)).toBe(series);
  });

  it("is complete on one sheet", () => {
    const { series, quality } = readIntervalFile(
      writeIntervalCsv(madeSeries(usCase(), us, 2, 15, "America/New_York"), false),
      necConventions,
    );
    const analysis = analysisOf(series, quality, usCase(), us, { file: "made.csv", digest: "d".repeat(64) });
    expect(analysis.blockMinutes).toBe(15);
    expect(analysis.peaks.length).toBe(6);
    expect(analysis.peaks[0]?.amps).toBeCloseTo(analysis.evidence.max?.value ?? 0, 2);
    expect(analysis.peaks.some((p) => p.causes.length > 0)).toBe(true);
    expect(analysis.daily.days.length).toBe(365);
    expect(Math.max(...(analysis.daily.highest as number[]))).toBeCloseTo(analysis.peaks[0]?.amps as number, 6);
    expect(analysis.duration.amps[0]).toBeCloseTo(analysis.peaks[0]?.amps as number, 6);
    expect(analysis).toMatchObject({ exports: false, weekend: true, onlyLastYear: false, above: [] });
    expect(analysis.seasons.length).toBe(3);
  });
});
