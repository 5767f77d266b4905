/** Replays of small houses written out in full: each way's figures, its worst nights, and one night step by step. */
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { seededRandom } from "#core/chance.ts";
import { clockOfZone, steadyClock } from "#core/energy/intervals/clock.ts";
import { type IntervalSeries, packedValues } from "#core/energy/intervals/series.ts";
import { madeSeries } from "#core/energy/replay/made-series.ts";
import { type ReplayOptions, USUAL_OPTIONS } from "#core/energy/replay/options.ts";
import { durationOf, nightInDetail, replayWay, worstNights } from "#core/energy/replay/replay.ts";
import { addTo, perYear, resultOf } from "#core/energy/replay/results.ts";
import { nextYear, stageOf } from "#core/energy/replay/stage.ts";
import type { WayToReplay } from "#core/energy/replay/way-to-replay.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { waysToReplay } from "#core/explore/ways-to-replay.ts";
import { codebookOf } from "#core/rules/index.ts";
import { knownUkHome, US_LOADS, ukCase, usCase, usCaseOn } from "../cases.ts";
import { SHEET_HOMES } from "./homes.ts";
import { digits, storedSheet } from "./stored.ts";

const DAY_S = 86_400;
const MINUTES: ReplayOptions = { ...USUAL_OPTIONS, dtS: 60 };

/**
 * A house that was measured for some days: a quiet night, a busy evening, sun at noon, and three hours without values
 * on the third day, and a short gap on the second.
 */
function measured(days: number, intervalS: number, zone: string, more: Partial<IntervalSeries> = {}): IntervalSeries {
  const startS = Date.UTC(2025, 2, 24) / 1000;
  const random = seededRandom(7);
  const amps = Float64Array.from({ length: (days * DAY_S) / intervalS }, (_, i) => {
    const hour = ((i * intervalS) / 3600) % 24;
    const day = Math.floor((i * intervalS) / DAY_S);
    if (day === 2 && hour >= 3 && hour < 6) return Number.NaN;
    const evening = hour >= 17 && hour < 22 ? 60 * random() : 0;
    const sun = hour >= 11 && hour < 15 ? -14 * random() : 0;
    if (day === 1 && hour >= 9 && hour < 9 + intervalS / 3600) return Number.NaN;
    return Math.round((3 + 4 * random() + evening + sun) * 100) / 100;
  });
  return {
    unit: "A",
    startS,
    intervalS,
    clock: zone === "" ? steadyClock() : clockOfZone(zone, startS, startS + days * DAY_S),
    ...packedValues([amps]),
    ...more,
  };
}

const US_NEED = {
  cars: [{ distancePerDay: { value: 45, unit: "mi" as const } }],
  pluggedIn: { from: "18:00", to: "07:00" },
};
const cheapNeed = { ...US_NEED, cheap: { from: "23:00", to: "05:00" }, cheapAlso: { from: "12:00", to: "13:00" } };
const twoCars = {
  cars: [
    { distancePerDay: { value: 60, unit: "mi" as const } },
    { distancePerDay: { value: 25, unit: "mi" as const }, batteryKWh: 40 },
  ],
  pluggedIn: { from: "19:00", to: "06:30" },
};
const nearlyFull = {
  cars: [{ distancePerDay: { value: 90, unit: "km" as const }, batteryKWh: 30, morningPercent: 100 }],
  pluggedIn: { from: "20:00", to: "07:00" },
};

interface Replay {
  home: CaseDocument;
  series: IntervalSeries | null;
  options?: Partial<ReplayOptions>;
}

const REPLAYS: Record<string, Replay> = {
  "us-measured-minutes": { home: usCase({ need: US_NEED }), series: measured(9, 900, "America/New_York") },
  "us-cheap-hours": { home: usCase({ need: cheapNeed }), series: measured(9, 3600, "America/New_York") },
  "us-solar-first": { home: usCase({ need: US_NEED }), series: measured(8, 900, ""), options: { solarFirst: true } },
  "us-lag-and-carried-over": {
    home: usCase({ need: { ...US_NEED, pluggedIn: { from: "22:00", to: "02:00" } } }),
    series: measured(8, 60, ""),
    options: { lagS: 240, carryOver: true, limits: [{ at: "supply", limitA: 40 }] },
  },
  "us-reversed": { home: usCase({ need: US_NEED }), series: measured(6, 900, ""), options: { fault: "reversed" } },
  "us-half-read": { home: usCase({ need: US_NEED }), series: measured(6, 900, ""), options: { fault: "open" } },
  "us-silent": { home: usCase({ need: US_NEED }), series: measured(6, 900, ""), options: { fault: "silent" } },
  "us-two-equally": {
    home: usCase({ need: twoCars }),
    series: measured(7, 900, ""),
    options: { chargers: 2, sharing: "equally" },
  },
  "us-two-first": {
    home: usCase({ need: twoCars }),
    series: measured(7, 900, ""),
    options: { chargers: 2, sharing: "first", carryOver: true, limits: [{ at: "supply", limitA: 45 }] },
  },
  "us-two-second": {
    home: usCase({ need: { ...twoCars, cheap: { from: "00:00", to: "04:00" } } }),
    series: measured(7, 900, ""),
    options: { chargers: 2, sharing: "second", solarFirst: true },
  },
  "us-made-up": { home: usCase({ need: cheapNeed }), series: null, options: { years: 2, dtS: 60 } },
  "uk-clocks-go-forward": {
    home: ukCase({ need: nearlyFull }),
    series: measured(9, 1800, "Europe/London"),
  },
  "us-large-service": { home: usCaseOn(200), series: measured(6, 900, "") },
  "us-one-planned-load": {
    home: usCase({
      need: US_NEED,
      loads: [...US_LOADS, { id: "hp", kind: "heat-pump", va: 6000, existing: false }],
    }),
    series: measured(5, 3600, "America/New_York"),
  },
  "us-two-planned-loads": {
    home: usCase({
      need: US_NEED,
      loads: [
        { id: "hp", kind: "heat-pump", va: 6000, existing: false },
        { id: "tub", kind: "fixed-appliance", va: 9600, existing: false },
      ],
    }),
    series: measured(5, 1800, ""),
  },
  "us-measured-maximum": {
    home: usCase({
      need: US_NEED,
      measured: { source: "utility-year", max: { value: 22, unit: "A" }, days: 365, intervalMinutes: 60 },
    }),
    series: null,
    options: { dtS: 60 },
  },
  "us-roof": {
    home: usCase({ need: US_NEED, supply: { ...usCase().supply, onsiteGeneration: true } }),
    series: null,
    options: { dtS: 60, solarFirst: true },
  },
  "us-two-silent": {
    home: usCase({ need: twoCars }),
    series: measured(5, 900, ""),
    options: { chargers: 2, sharing: "equally", fault: "silent" },
  },
  "us-two-on-a-large-service": {
    home: { ...usCaseOn(200), need: twoCars },
    series: measured(5, 900, ""),
    options: { chargers: 2, sharing: "equally" },
  },
  "us-garage-panel": { home: SHEET_HOMES["us-garage"], series: measured(5, 900, "") },
  "us-shared-outlets": { home: SHEET_HOMES["us-outlets"], series: measured(5, 900, "") },
  "uk-three-phases": {
    home: SHEET_HOMES["uk-three-phases"],
    series: measured(6, 1800, "Europe/London", { unit: "kW" }),
  },
  "uk-known-made-up": { home: knownUkHome({ need: nearlyFull }), series: null, options: { dtS: 30 } },
};

/** Steps of a night that are written out: enough to see what happens in it. */
const TRACED = 12;

function wayLines({ home, series, options }: Replay, way: WayToReplay): string[] {
  const asked = { ...MINUTES, ...options };
  const stage = stageOf(home, asked, series);
  const codebook = codebookOf(home.rules);
  let sum = replayWay(stage, way, asked);
  for (let year = 1; !series && year < asked.years; year++)
    sum = addTo(sum, replayWay(nextYear(stage, year), way, asked));
  const { name, way: id, parts, ...figures } = resultOf(sum, way, codebook);
  const worst = worstNights(stage, way, asked);
  const [first] = worst;
  const duration = durationOf(stage, way, asked, 9);
  const detail = first ? nightInDetail(stage, way, asked, first.index) : null;
  const every = detail ? Math.max(1, Math.floor(detail.house.length / TRACED)) : 1;
  return [
    "",
    `## ${name} (${id}): up to ${digits(way.chargeA)} A, limit ${digits(way.limitA)} A of ${digits(way.ratingA)} A`,
    ...Object.entries(figures).map(([of, value]) => `${of} ${digits(value as number)}`),
    ...parts.map(
      (p) =>
        `feeder of ${p.name}: ${digits(p.secondsOverLimit)} s over ${digits(p.limitA)} A, ${digits(p.secondsOverRating)} s over ${digits(p.ratingA)} A, heat ${digits(p.maxThermal)} of ${digits(p.tripAt)}`,
    ),
    `throttled in a year ${digits(perYear(sum.throttledSeconds, sum))} s`,
    ...worst
      .slice(0, 4)
      .map(
        (n) =>
          `night ${n.evening} [${n.index}]: ${digits(n.gotKWh)} of ${digits(n.askedKWh)} kWh, throttled ${n.throttledS} s, over its limit ${n.overLimitS} s`,
      ),
    `duration ${duration.share.map(digits).join(" ")}: ${duration.amps.map(digits).join(" ")}`,
    ...(detail
      ? [
          `in detail from ${new Date(detail.startWallS * 1000).toISOString()}, needs ${digits(detail.needKWh)} kWh, limit ${digits(detail.limitA)} A of ${digits(detail.ratingA)} A`,
          ...Array.from({ length: TRACED }, (_, n) => n * every)
            .filter((k) => k < detail.house.length)
            .map(
              (k) =>
                `${k}: house ${digits(detail.house[k])}, charger ${digits(detail.charger[k])}, heat ${digits(detail.thermal[k])}, got ${digits(detail.gotKWh[k])}`,
            ),
        ]
      : []),
  ];
}

function replaySheet(replay: Replay): string {
  const { home, series, options } = replay;
  const stage = stageOf(home, { ...MINUTES, ...options }, series);
  const { house, nights, leftOut, cheap } = stage;
  const ways = waysToReplay(home, DEMO_BOOKS[codebookOf(home.rules).currency]);
  return `${[
    `house: ${house.source}, ${house.grid.steps} steps of ${house.grid.dtS} s`,
    `mean ${digits(house.amps.reduce((t, a) => t + (Number.isNaN(a) ? 0 : a), 0) / house.amps.length)} A, most ${digits(house.amps.reduce((t, a) => Math.max(t, Number.isNaN(a) ? 0 : a), 0))} A`,
    `scale ${digits(house.scale)}, roof ${digits(house.roofA)} A`,
    ...house.notes,
    `house ${Array.from({ length: 60 }, (_, n) => digits(house.amps[Math.floor((n * house.amps.length) / 61)])).join(" ")}`,
    `${nights.length} nights, ${leftOut} left out; ${cheap ? cheap.reduce((t, c) => t + c, 0) : "no"} cheap steps`,
    ...nights
      .slice(0, 8)
      .map((n) => `${n.evening}: steps ${n.from} to ${n.to}, ${digits(n.needKWh)} kWh${n.whole ? "" : ", cut off"}`),
    ...ways.flatMap((way) => wayLines(replay, way)),
  ].join("\n")}\n`;
}

describe("a made-up year of a meter", () => {
  it("is as it was read", () => {
    const home = usCase();
    const made = madeSeries(home, codebookOf(home.rules), 3, 30, "America/New_York");
    const [values = new Int32Array()] = made.phases;
    const sheet = `${made.unit} every ${made.intervalS} s from ${new Date(made.startS * 1000).toISOString()}, ${values.length} values, sum ${values.reduce((t, v) => t + v, 0)}: ${[...values.slice(0, 60)].join(" ")}\n`;
    expect(sheet).toBe(storedSheet("replays/made-up-year", sheet));
  });
});

describe("the whole replay of a house", () => {
  it.each(Object.entries(REPLAYS))("%s is as it was read", (name, replay) => {
    const sheet = replaySheet(replay);
    expect(sheet).toBe(storedSheet(`replays/${name}`, sheet));
  });
});
