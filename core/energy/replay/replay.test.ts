import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { waysToReplay } from "#core/explore/ways-to-replay.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { clockOfZone, steadyClock } from "../intervals/clock.ts";
import { blocksOf, peakOf } from "../intervals/demand.ts";
import { type IntervalSeries, packedValues } from "../intervals/series.ts";
import { madeHouse, madeOn, measuredHouse } from "./house.ts";
import { nightsOn } from "./nights.ts";
import { type ReplayOptions, USUAL_OPTIONS } from "./options.ts";
import type { PartTotals } from "./parts.ts";
import { rebuiltValues } from "./rebuild.ts";
import { durationOf, nightInDetail, replayWay, worstNights } from "./replay.ts";
import { addTo, perYear, resultOf } from "./results.ts";
import { nextYear, stageOf } from "./stage.ts";
import { percentile, wilsonInterval } from "./statistics.ts";

const DAY_S = 86_400;
const monday = Date.UTC(2025, 0, 6) / 1000;
const seriesOf = (amps: readonly number[], intervalS: number, more: Partial<IntervalSeries> = {}): IntervalSeries => ({
  unit: "A",
  startS: monday,
  intervalS,
  clock: steadyClock(),
  ...packedValues([Float64Array.from(amps)]),
  ...more,
});
const flat = (amps: number, days: number, intervalS: number) =>
  new Array<number>((days * DAY_S) / intervalS).fill(amps);
const minute = { ...USUAL_OPTIONS, dtS: 60 };
const us = codebookOf("us-nec-2023");
const always = new Array<number>(24).fill(1);
const at = (intervalS: number) => ({ startS: monday, intervalS, clock: steadyClock() });
const loads = (...amps: number[]) => amps.map((a) => ({ amps: a, byHour: always }));
const wayOf = (document: CaseDocument, id: string) => {
  const found = waysToReplay(document, DEMO_BOOKS[codebookOf(document.rules).currency]).find((w) => w.way === id);
  if (!found) throw new Error(`no way ${id}`);
  return found;
};
const replayed = (document: CaseDocument, id: string, series: IntervalSeries | null, options = minute) => {
  const way = wayOf(document, id);
  return resultOf(replayWay(stageOf(document, options, series), way, options), way, codebookOf(document.rules));
};

describe("nights", () => {
  const grid = (days: number, more = {}) => ({
    startS: monday,
    dtS: 60,
    steps: days * 1440,
    clock: steadyClock(),
    ...more,
  });

  it("are the plugged-in windows; those that an end of the data cuts off do not count", () => {
    const nights = nightsOn(grid(3), usCase(), 12);
    expect(nights.map((n) => [n.evening, n.from, n.to, n.whole])).toEqual([
      ["2025-01-05", 0, 360, false],
      ["2025-01-06", 1200, 1800, true],
      ["2025-01-07", 2640, 3240, true],
      ["2025-01-08", 4080, 4320, false],
    ]);
  });

  it("last as long as the clock says when it is put forward or back", () => {
    const startS = Date.UTC(2025, 2, 28) / 1000;
    const clock = clockOfZone("Europe/London", startS, startS + 5 * DAY_S);
    const spring = nightsOn(grid(5, { startS, clock }), ukCase(), 10).filter((n) => n.whole);
    expect(spring.map((n) => [n.evening, (n.to - n.from) / 60])).toContainEqual([
      "2025-03-29",
      (spring[0]?.to as number) / 60 - (spring[0]?.from as number) / 60 - 1,
    ]);
    const autumnS = Date.UTC(2025, 9, 24) / 1000;
    const autumn = nightsOn(
      grid(5, { startS: autumnS, clock: clockOfZone("Europe/London", autumnS, autumnS + 5 * DAY_S) }),
      ukCase(),
      10,
    );
    const lengths = autumn.filter((n) => n.whole).map((n) => n.to - n.from);
    expect(Math.max(...lengths) - Math.min(...lengths)).toBe(60);
  });

  it("keep to the cheap hours, ask by weekday and by winter, and leave out evenings away", () => {
    const car = {
      distancePerDay: { value: 40, unit: "km" as const },
      distanceByWeekday: [10, 20, 30, 40, 50, 0, 0],
      consumption: { value: 18, unit: "kWh/100km" as const },
      efficiency: 0.9,
      winterFactor: 1.5,
    };
    const window = { from: "20:00", to: "06:00" };
    const need = {
      cars: [car],
      pluggedInByWeekday: [window, window, null, window, window, window, window],
      cheap: { from: "00:30", to: "04:30" },
      cheapOnly: true,
    };
    const nights = nightsOn(grid(5), usCase({ need }), 0).filter((n) => n.whole);
    expect(nights.map((n) => n.evening)).toEqual(["2025-01-06", "2025-01-07", "2025-01-09"]);
    expect(nights[0]?.spans.map((k) => k / 60)).toEqual([24.5, 28.5]);
    expect(nights.map((n) => n.needKWh)).toEqual([10, 20, 40].map((km) => (km * 0.18 * 1.5) / 0.9));
    const summer = nightsOn({ ...grid(3), startS: Date.UTC(2025, 6, 7) / 1000 }, usCase({ need }), 0);
    expect(summer.find((n) => n.evening === "2025-07-07")?.needKWh).toBeCloseTo(2, 9);
  });
});

describe("the house", () => {
  it("is made up the same for the same seed, another for another seed or year", () => {
    const sum = (a: Float64Array) => a.reduce((t, x) => t + x, 0);
    const one = sum(madeHouse(usCase(), us, 60, 1, 0).amps);
    expect(sum(madeHouse(usCase(), us, 60, 1, 0).amps)).toBe(one);
    expect(sum(madeHouse(usCase(), us, 60, 2, 0).amps)).not.toBe(one);
    expect(sum(madeHouse(usCase(), us, 60, 1, 1).amps)).not.toBe(one);
    // An ordinary home: 15 to 60 kWh a day.
    const perDay = ((one / 525_600) * 24 * 240) / 1000;
    expect(perDay).toBeGreaterThan(15);
    expect(perDay).toBeLessThan(60);
  });

  it("draws no more in its made-up days than was measured", () => {
    const measured = { source: "utility-year", days: 365, intervalMinutes: 15, max: { value: 30, unit: "A" } } as const;
    const { amps, notes, grid } = madeHouse(usCase({ measured }), us, 60, 1, 0);
    const peak = peakOf(blocksOf({ startS: grid.startS, intervalS: 60 }, amps, 900));
    expect(peak?.amps).toBeCloseTo(30, 6);
    expect(notes[0]).toMatch(/measured maximum/);
  });

  it("is made of its loads: a part of them gives that part", () => {
    const house = madeHouse(usCase(), us, 60, 3, 0);
    const [dryer, others] = [house.loads.filter((l) => l.id === "dryer"), house.loads.filter((l) => l.id !== "dryer")];
    const [a, b] = [madeOn(house, dryer), madeOn(house, others)];
    expect(a.reduce((m, x) => Math.max(m, x), 0)).toBeCloseTo((5000 * 0.95) / 240, 6);
    for (let k = 0; k < house.amps.length; k += 997)
      expect((a[k] as number) + (b[k] as number)).toBeCloseTo(house.amps[k] as number, 9);
  });

  it("is the data itself where interval and step are equal", () => {
    const house = measuredHouse(usCase(), us, seriesOf([1, 2, 3, 4], 60), 60, 1);
    expect([...house.amps]).toEqual([1, 2, 3, 4]);
    const kWh = seriesOf([], 900, { unit: "kWh", ...packedValues([Float64Array.from([0.6, 1.2])]) });
    expect([...measuredHouse(usCase(), us, kWh, 60, 1).amps.slice(0, 15)].reduce((t, a) => t + a, 0) / 15).toBeCloseTo(
      10,
      9,
    );
  });

  it("builds averages again as blocks of known loads with the same energy", () => {
    const averages = Float64Array.from({ length: 96 }, (_, i) => 4 + ((i * 37) % 50));
    for (const known of [loads(40, 20, 18.75), []]) {
      const steps = rebuiltValues(averages, at(900), 10, known, 5);
      expect(steps.length).toBe(96 * 90);
      for (let i = 0; i < 96; i++) {
        const mean = steps.slice(i * 90, (i + 1) * 90).reduce((t, a) => t + a, 0) / 90;
        expect(mean).toBeCloseTo(averages[i] as number, 9);
      }
      expect(rebuiltValues(averages, at(900), 10, known, 5)).toEqual(steps);
      expect(Math.max(...steps)).toBeGreaterThan(Math.max(...averages) * 1.2);
    }
    expect(rebuiltValues(averages, at(900), 10, loads(40, 20), 6)).not.toEqual(
      rebuiltValues(averages, at(900), 10, loads(40, 20), 5),
    );
  });

  it("puts no load into an average that it is not used at, and none for less than two minutes", () => {
    const night = { amps: 40, byHour: [1, ...new Array<number>(23).fill(0)] };
    const averages = new Float64Array(96).fill(2);
    averages.fill(12, 1, 2).fill(12, 50, 51);
    const steps = rebuiltValues(averages, at(900), 10, [night], 1);
    expect(Math.max(...steps.slice(90, 180))).toBeGreaterThan(40);
    expect(Math.max(...steps.slice(4500, 4590))).toBeCloseTo(12, 9);
    // 4 A above the ground would be 40 A for 90 seconds: no load at all.
    averages.fill(6, 1, 2);
    expect(Math.max(...rebuiltValues(averages, at(900), 10, [night], 1).slice(90, 180))).toBeCloseTo(6, 9);
  });

  it("without a load list has two levels with a crest factor of 1.5", () => {
    const steps = rebuiltValues(Float64Array.from([10]), at(900), 10, [], 1);
    const rms = Math.sqrt(steps.reduce((t, a) => t + a * a, 0) / 90);
    expect(new Set([...steps].map((a) => a.toFixed(6))).size).toBe(2);
    expect(Math.max(...steps) / rms).toBeCloseTo(1.5, 6);
  });

  it("takes longer steps than the data as the mean over each", () => {
    expect([...rebuiltValues(Float64Array.from([1, 3, 5, 7, 9, 11]), at(10), 20, [], 1)]).toEqual([2, 6, 10]);
    expect([...rebuiltValues(Float64Array.from([1, 3, 5]), at(10), 15, [], 1)]).toEqual([
      (10 + 15) / 15,
      (15 + 50) / 15,
    ]);
  });

  it("bridges an hour by the larger neighbour, and leaves a longer gap open", () => {
    const amps = flat(10, 3, 60);
    for (let k = 1250; k < 1300; k++) amps[k] = Number.NaN;
    amps[1300] = 30;
    for (let k = 2700; k < 2800; k++) amps[k] = Number.NaN;
    const house = measuredHouse(usCase(), us, seriesOf(amps, 60), 60, 1);
    expect(house.amps[1275]).toBe(30);
    expect(house.amps[2750]).toBeNaN();
    const result = replayed(usCase(), "dynamic-load-management", seriesOf(amps, 60));
    // Of two whole nights the second has a hole in it.
    expect(result.nights).toBe(1);
  });

  it("adds what is planned to what was measured", () => {
    const spa = { id: "spa", kind: "fixed-appliance", va: 6000, existing: false } as const;
    const series = seriesOf(flat(5, 20, 60), 60);
    const more = measuredHouse(usCase({ loads: [...usCase().loads, spa] }), us, series, 60, 1);
    expect(more.amps.reduce((m, a) => Math.max(m, a), 0)).toBeCloseTo(5 + (6000 * 0.7) / 240, 6);
    expect(measuredHouse(usCase(), us, series, 60, 1).amps.every((a) => a === 5)).toBe(true);
  });

  it("takes the higher leg of two, and a total of three phases as spread evenly", () => {
    const two = seriesOf([], 60, packedValues([Float64Array.from([5, 9]), Float64Array.from([7, 2])]));
    expect([...measuredHouse(usCase(), us, two, 60, 1).amps]).toEqual([7, 9]);
    const uk = ukCase({ supply: { system: "three-phase-230-400", ratingA: 80, earthing: "tn-c-s", looped: false } });
    const total = seriesOf([], 60, { unit: "kW", ...packedValues([Float64Array.from([6.9])]) });
    expect(measuredHouse(uk, codebookOf(uk.rules), total, 60, 1).amps[0]).toBeCloseTo(10, 9);
  });
});

describe("a replay", () => {
  it("with a quiet house delivers all energy in every night", () => {
    const managed = replayed(usCase(), "dynamic-load-management", seriesOf(flat(5, 10, 60), 60));
    expect(managed).toMatchObject({
      nights: 9,
      nightsMet: 9,
      share: 1,
      secondsOverLimit: 0,
      secondsOverRating: 0,
      pauses: 0,
    });
    expect(managed.kWhPerNightMean).toBeCloseTo(12, 9);
    expect(managed.low).toBeCloseTo(0.7009, 3);
  });

  it("with a house at its limit delivers nothing, and reports the waiting time", () => {
    const result = replayed(usCase(), "dynamic-load-management", seriesOf(flat(78, 3, 60), 60));
    expect(result).toMatchObject({ nights: 2, nightsMet: 0, kWhPerNightMean: 0, secondsOverLimit: 0 });
    // Two whole nights of ten hours, and six and four hours that the ends of the data cut off.
    expect(result.throttledSeconds).toBe(30 * 3600);
    expect(result.maxThermal).toBeCloseTo(0.78 ** 2, 4);
  });

  it("counts seconds above a continuous load's limit in North America, above the rating in the United Kingdom", () => {
    const open = usCase({
      supply: { system: "split-phase-120-240", ratingA: 200 },
      panels: [{ ...(usCase().panels[0] as CaseDocument["panels"][number]), mainA: 200, busA: 200 }],
    });
    const plain = replayed(open, "dedicated-circuit", seriesOf(flat(130, 3, 60), 60));
    const way = wayOf(open, "dedicated-circuit");
    expect(way.limitA).toBe(160);
    // 12 kWh at 48 A and 240 V take 62.5 minutes, in each of four windows; the last step is half.
    expect(plain.secondsOverLimit).toBe(4 * 62 * 60);
    expect(plain.secondsOverRating).toBe(0);
    const uk = wayOf(ukCase(), "dynamic-load-management");
    expect([uk.limitA, uk.ratingA]).toEqual([79, 80]);
  });

  it("gives the same for the same seed, and adds years up", () => {
    const way = wayOf(usCase(), "dynamic-load-management");
    const once = stageOf(usCase(), minute, null);
    const a = replayWay(once, way, minute);
    expect(replayWay(stageOf(usCase(), minute, null), way, minute)).toEqual(a);
    const b = replayWay(nextYear(once, 1), way, minute);
    const both = addTo(structuredClone(a), b);
    expect(both.gotKWh.length).toBe(a.gotKWh.length + b.gotKWh.length);
    expect(both.secondsOverLimit).toBe(a.secondsOverLimit + b.secondsOverLimit);
    expect(both.throttledSeconds).toBe(a.throttledSeconds + b.throttledSeconds);
    expect(both.maxThermal).toBe(Math.max(a.maxThermal, b.maxThermal));
    expect(resultOf(both, way, us)).toMatchObject({ nights: 728, steps: 2 * 525_600 });
    expect(perYear(7, both)).toBeCloseTo(3.5, 9);
  });

  it("keeps a splitter's charger off while its appliance runs", () => {
    const shared = usCase({
      panels: [
        {
          ...(usCase().panels[0] as CaseDocument["panels"][number]),
          circuits: [
            {
              id: "d",
              position: 1,
              poles: 2,
              ratingA: 30,
              conductor: { size: "10 AWG", material: "cu", type: "nm-b" },
              loads: ["dryer"],
            },
          ],
        },
      ],
      outlets: [
        {
          id: "o",
          type: "14-30",
          circuit: "d",
          sharedWith: "dryer",
          leadLength: { value: 15, unit: "ft" },
          grounded: true,
        },
      ],
    });
    const way = wayOf(shared, "circuit-splitter");
    expect(way.goesFirst).toBe("dryer");
    const with24 = replayed(
      { ...shared, need: { energyPerDayKWh: 50, pluggedIn: { from: "06:00", to: "06:00" } } },
      "circuit-splitter",
      null,
    );
    expect(with24.throttledSeconds).toBeGreaterThan(50 * 3600);
    expect(with24.kWhPerNightMean).toBeGreaterThan(40);
  });

  it("shows the worst night first, step by step", () => {
    const amps = flat(20, 8, 60);
    // One evening the house is full until three.
    for (let k = 3 * 1440 + 1200; k < 4 * 1440 + 180; k++) amps[k] = 76;
    const document = usCase({ need: { energyPerDayKWh: 40, pluggedIn: { from: "20:00", to: "06:00" } } });
    const way = wayOf(document, "dynamic-load-management");
    const stage = stageOf(document, minute, seriesOf(amps, 60));
    const nights = worstNights(stage, way, minute);
    expect(nights[0]?.evening).toBe("2025-01-09");
    expect(nights[0]?.gotKWh).toBeLessThan(40);
    expect(nights[1]?.gotKWh).toBe(40);
    const detail = nightInDetail(stage, way, minute, nights[0]?.index as number);
    expect(detail.house.length).toBe(600);
    expect(new Date(detail.startWallS * 1000).toISOString()).toBe("2025-01-09T20:00:00.000Z");
    expect(detail.gotKWh[599]).toBe(nights[0]?.gotKWh);
    // The first step still reads the quiet house before it.
    expect(detail.charger[0]).toBe(6);
    expect(Math.max(...detail.charger.slice(1, 420))).toBe(0);
    expect(detail.charger[430]).toBeGreaterThan(40);
    const { share, amps: sorted } = durationOf(stage, way, minute, 50);
    expect([share[0], share[50]]).toEqual([0, 1]);
    expect(sorted[0]).toBeLessThanOrEqual(80 + 40);
    expect([...sorted].sort((a, b) => b - a)).toEqual(sorted);
  });

  describe("with a feeder on the way", () => {
    const base = usCase().panels[0] as CaseDocument["panels"][number];
    const document = usCase({
      supply: { system: "split-phase-120-240", ratingA: 200 },
      panels: [
        { ...base, mainA: 200, busA: 200, circuits: [{ id: "f", position: 1, poles: 2, ratingA: 60, loads: [] }] },
        {
          ...base,
          id: "garage",
          name: "Garage",
          fedFrom: "main",
          mainA: 60,
          busA: 100,
          feeder: { ratingA: 60, circuit: "f" },
        },
      ],
      loads: usCase().loads.map((l) => (l.id === "wh" ? { ...l, panel: "garage" } : l)),
      charger: { maxA: 48, connection: "hard-wired", managed: true, panel: "garage" },
    });
    const managed = "dynamic-load-management";
    const needs = { ...document, need: { energyPerDayKWh: 112, pluggedIn: { from: "20:00", to: "06:00" } } };
    const stage = stageOf(needs, minute, null);
    const at = (...limits: ReplayOptions["limits"]) => replayed(needs, managed, null, { ...minute, limits });

    it("holds its limit beside the supply's", () => {
      const way = wayOf(document, managed);
      expect(way.parts).toEqual([{ at: "garage", name: "Garage", ratingA: 60, limitA: 48 }]);
      const guarded = replayed(needs, managed, null);
      const free = resultOf(replayWay(stage, { ...way, parts: [] }, minute), way, us);
      expect(guarded.kWhPerNightMean).toBeLessThan(free.kWhPerNightMean);
      expect(guarded.throttledSeconds).toBeGreaterThan(free.throttledSeconds);
    });
    it("tries another limit at each part alone", () => {
      const usual = replayed(needs, managed, null);
      const tighter = at({ at: "garage", limitA: 30 });
      expect(tighter.parts).toMatchObject([{ at: "garage", limitA: 30, ratingA: 60 }]);
      expect(tighter.kWhPerNightMean).toBeLessThan(usual.kWhPerNightMean);
      // The feeder's limit is none of the supply: the same supply limit gives the same nights.
      expect(at({ at: "supply", limitA: 160 }).kWhPerNightMean).toBeCloseTo(usual.kWhPerNightMean, 9);
      expect(at({ at: "garage", limitA: 49 }).nightsMet).toBeGreaterThanOrEqual(usual.nightsMet);
    });
    it("never meets fewer nights with a higher limit at any part", () => {
      fc.assert(
        fc.property(
          fc.constantFrom("supply", "garage"),
          fc.integer({ min: 20, max: 60 }),
          fc.integer({ min: 1, max: 40 }),
          (part, limitA, more) => {
            const low = at({ at: part, limitA });
            const high = at({ at: part, limitA: limitA + more });
            expect(high.nightsMet).toBeGreaterThanOrEqual(low.nightsMet);
          },
        ),
        { numRuns: 6 },
      );
    });
    it("counts the seconds above its rating and its device's warmth, of unmanaged ways too", () => {
      const way = { ...wayOf(document, managed), managed: false, chargeA: 48 };
      const parts = [{ at: "garage", name: "Garage", ratingA: 40, limitA: null }];
      const over = resultOf(replayWay(stage, { ...way, parts }, minute), way, us).parts[0];
      expect(over?.secondsOverRating).toBeGreaterThan(0);
      expect(over?.secondsOverLimit).toBe(over?.secondsOverRating);
      // 48 A on 40 A settles at 1.44 times the square, below the 1.35 times that trip it in the end.
      expect(over?.maxThermal).toBeGreaterThan(1.4);
      expect(over?.tripAt).toBeCloseTo(1.35 ** 2, 9);
      const within = resultOf(
        replayWay(
          stage,
          { ...way, parts: [{ ...parts[0], at: "garage", name: "Garage", limitA: null, ratingA: 100 }] },
          minute,
        ),
        way,
        us,
      );
      expect(within.parts[0]).toMatchObject({ secondsOverRating: 0 });
    });
    it("adds years together, the warmest of them kept", () => {
      const way = wayOf(document, managed);
      const one = replayWay(stage, way, minute);
      const [first] = one.parts;
      const sum = addTo(structuredClone(one), {
        ...one,
        parts: [{ ...first, maxThermal: 9, secondsOverLimit: 5 } as PartTotals],
      });
      expect(sum.parts[0]).toMatchObject({ maxThermal: 9, secondsOverLimit: (first?.secondsOverLimit ?? 0) + 5 });
    });
    it("shows what the feeder carries in one night", () => {
      const way = wayOf(document, managed);
      const [worst] = worstNights(stage, way, minute);
      const night = nightInDetail(stage, way, minute, worst?.index ?? 0);
      const [part] = night.parts;
      expect(part).toMatchObject({ at: "garage", ratingA: 60, limitA: 48 });
      expect(part?.amps).toHaveLength(night.charger.length);
      expect(Math.min(...(part?.amps.map((a, k) => a - (night.charger[k] as number)) ?? [-1]))).toBeGreaterThanOrEqual(
        -1e-9,
      );
    });
  });
});

describe("statistics", () => {
  it("say where a share really lies", () => {
    const half = wilsonInterval(50, 100);
    expect(half.low).toBeCloseTo(0.4038, 4);
    expect(half.high).toBeCloseTo(0.5962, 4);
    expect(wilsonInterval(0, 10)).toMatchObject({ low: 0 });
    expect(wilsonInterval(0, 10).high).toBeCloseTo(0.2775, 4);
    expect(wilsonInterval(10, 10).high).toBe(1);
    expect(wilsonInterval(0, 0)).toEqual({ low: 0, high: 1 });
  });

  it("take a percentile by nearest rank", () => {
    const twenty = Array.from({ length: 20 }, (_, i) => 20 - i);
    expect(percentile(twenty, 0.05)).toBe(1);
    expect(percentile(twenty, 0.1)).toBe(2);
    // Six hundredths of twenty are more than one of them.
    expect(percentile(twenty, 0.06)).toBe(2);
    expect(percentile([], 0.5)).toBe(0);
  });
});
