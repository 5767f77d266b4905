import { beforeAll, describe, expect, it } from "vitest";
import { steadyClock } from "#core/energy/intervals/clock.ts";
import type { CsvMapping } from "#core/energy/intervals/formats/mapping.ts";
import { aboutSeries, type KeptAbout, packValues, unpackValues } from "#core/energy/intervals/kept.ts";
import { qualityOf } from "#core/energy/intervals/quality.ts";
import { type IntervalSeries, packedValues } from "#core/energy/intervals/series.ts";
import { usCase } from "#core/testing/cases.ts";
import { twoFirms } from "#tests/firms.ts";
import { jobsOf } from "./firm-jobs.ts";
import { intervalsOf, MOST_FILES } from "./interval-data.ts";

const { ours, theirs, mara } = twoFirms();
const intervals = intervalsOf(ours.id);
const series: IntervalSeries = {
  unit: "kWh",
  startS: 1_735_689_600,
  intervalS: 900,
  clock: steadyClock(),
  ...packedValues([Float64Array.from({ length: 35_040 }, (_, i) => ((i * 7919) % 900) / 1000)]),
};
let job: string;
let values: Buffer;
const about = (digit: string): KeptAbout =>
  aboutSeries(series, qualityOf(series, []), {
    digest: digit.repeat(64).slice(0, 64),
    name: `${digit}.csv`,
    form: "CSV",
    madeUp: false,
  });

beforeAll(async () => {
  values = Buffer.from(await packValues(series));
  job = await jobsOf(ours.id).create(usCase());
});

describe("interval data of a job", () => {
  it("is one row for each file, stored once even if sent repeatedly, and comes back unchanged", async () => {
    expect(await intervals.add(job, mara.id, about("a"), values)).toBe("kept");
    expect(await intervals.add(job, mara.id, about("a"), values)).toBe("known");
    expect((await intervals.list(job))?.map((k) => k.name)).toEqual(["a.csv"]);
    const found = await intervals.find(job, about("a").digest);
    expect(found?.about).toEqual(about("a"));
    expect((await unpackValues(new Uint8Array(found?.values ?? []), about("a"))).phases).toEqual(series.phases);
  });

  it("belongs to one firm", async () => {
    const strangers = intervalsOf(theirs.id);
    expect(await strangers.list(job)).toBeNull();
    expect(await strangers.add(job, mara.id, about("b"), values)).toBeNull();
    expect(await strangers.find(job, about("a").digest)).toBeNull();
    expect(await strangers.remove(job, about("a").digest)).toBe(false);
    expect(await intervals.find("no-such-job", about("a").digest)).toBeNull();
    expect((await intervals.list(job))?.length).toBe(1);
  });

  it("is taken away, twice if need be, and goes with its job", async () => {
    expect(await intervals.remove(job, about("a").digest)).toBe(true);
    expect(await intervals.remove(job, about("a").digest)).toBe(true);
    expect(await intervals.list(job)).toEqual([]);
  });

  it("is no more than a page lists", async () => {
    const full = await jobsOf(ours.id).create(usCase());
    for (let i = 0; i < MOST_FILES; i++)
      expect(await intervals.add(full, mara.id, about(`${i.toString(16).padStart(2, "0")}`), values)).toBe("kept");
    expect(await intervals.add(full, mara.id, about("f"), values)).toBe("too-many");
  });
});

describe("a firm's answers on its files", () => {
  it("is remembered by their heads, the last word holding, for that firm alone", async () => {
    const mapping: CsvMapping = {
      delimiter: ",",
      decimal: ".",
      headLine: 1,
      shape: "rows",
      date: 0,
      clock: null,
      dateOrder: "ymd",
      stamps: "start",
      values: [{ column: 1, phase: 0, export: false }],
      unit: "A",
      means: "interval",
      unitColumn: null,
      zone: null,
    };
    const head = "c".repeat(64);
    await intervals.remember({ head, mapping });
    await intervals.remember({ head, mapping: { ...mapping, unit: "kW" } });
    expect(await intervals.mappings()).toEqual([{ head, mapping: { ...mapping, unit: "kW" } }]);
    expect(await intervalsOf(theirs.id).mappings()).toEqual([]);
  });
});
