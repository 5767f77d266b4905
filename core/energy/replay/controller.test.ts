import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ukSupplyDevice } from "#core/rules/bs7671/supply-device.ts";
import { necSupplyDevice } from "#core/rules/nec/supply-device.ts";
import type { DeviceWarming } from "#core/rules/supply-device.ts";
import { type ChargingWay, emptyResults, type HouseSteps, type ReplayTrace, runWay } from "./controller.ts";
import { stepShare, thermalModel } from "./device.ts";
import type { ReplayNight } from "./nights.ts";
import { runShared } from "./shared.ts";

const house = (amps: readonly number[], dtS: number, more: Partial<HouseSteps> = {}): HouseSteps => ({
  dtS,
  amps: Float64Array.from(amps),
  guards: [],
  blocked: null,
  cheap: null,
  ...more,
});
const night = (from: number, to: number, needKWh: number, more: Partial<ReplayNight> = {}): ReplayNight => ({
  evening: "2025-01-01",
  from,
  to,
  spans: [from, to],
  needKWh,
  carsKWh: [needKWh],
  whole: true,
  ...more,
});
const way = (more: Partial<ChargingWay> = {}): ChargingWay => ({
  managed: true,
  mostA: 40,
  volts: 240,
  limitA: 80,
  ratingA: 100,
  lagS: 2,
  thermalShare: stepShare(thermalModel(necSupplyDevice, 100), 10),
  readsShare: 1,
  silent: null,
  fallbackA: 6,
  solarFirst: false,
  carryOver: false,
  battery: null,
  ...more,
});
const run = (h: HouseSteps, nights: readonly ReplayNight[], w: ChargingWay) => {
  const results = emptyResults(nights.length);
  const trace: Required<ReplayTrace> = {
    from: 0,
    charger: new Float64Array(h.amps.length),
    thermal: new Float64Array(h.amps.length),
    gotKWh: new Float64Array(h.amps.length),
  };
  return { results, trace, totals: runWay(h, nights, w, results, trace) };
};
const steady = (amps: number, n: number) => new Array<number>(n).fill(amps);

/** The rules of the clamp controller, word for word, one step after the other. */
function byTheWords(h: readonly number[], dt: number, nights: readonly ReplayNight[], w: ChargingWay) {
  const lagSteps = Math.max(1, Math.round(w.lagS / dt));
  const c = new Array<number>(h.length).fill(0);
  const gots: number[] = [];
  let pauses = 0;
  let throttled = 0;
  for (const { from, to, needKWh: need } of nights) {
    let [paused, pausedFor, roomFor, offered, got] = [true, 60, 0, 0, 0];
    for (let k = from; k < to; k++) {
      if (got >= need) continue;
      const available = w.limitA - (h[Math.max(k - lagSteps, 0)] as number);
      if (paused) {
        pausedFor += dt;
        roomFor = available >= 8 ? roomFor + dt : 0;
        if (pausedFor >= 60 && roomFor >= 60) {
          paused = false;
          offered = 6;
        }
      } else {
        const target = Math.min(available, w.mostA);
        offered = target < offered ? Math.max(target, 0) : Math.min(target, offered + 1 * dt);
        if (offered < 6) {
          paused = true;
          pausedFor = 0;
          roomFor = 0;
          pauses++;
        }
      }
      let now = paused ? 0 : offered;
      if (paused || offered < w.mostA) throttled += dt;
      const most = ((need - got) * 3.6e6) / (w.volts * dt);
      // A need that is met to within rounding is met.
      if (now >= most - 1e-9) {
        now = most;
        got = need;
      } else got += (w.volts * now * dt) / 3.6e6;
      c[k] = now;
    }
    gots.push(got);
  }
  return { c, gots, pauses, throttled };
}

describe("the clamp controller", () => {
  it("waits for a minute of room, begins at 6 A and rises by an ampere a second", () => {
    const { trace } = run(house(steady(10, 60), 10), [night(0, 60, 50)], way());
    expect([...trace.charger.slice(0, 5)]).toEqual([0, 0, 0, 0, 0]);
    expect([...trace.charger.slice(5, 11)]).toEqual([6, 16, 26, 36, 40, 40]);
  });

  it("gives way at once when the house takes more, a step late", () => {
    const h = [...steady(10, 20), ...steady(60, 20)];
    const { trace, totals } = run(house(h, 10), [night(0, 40, 50)], way());
    expect([...trace.charger.slice(18, 24)]).toEqual([40, 40, 40, 20, 20, 20]);
    // One step above the limit of 80 A, and at 100 A not above the rating.
    expect([totals.secondsOverLimit, totals.secondsOverRating]).toEqual([10, 0]);
  });

  it("pauses below 6 A and comes back once 8 A have been free for a minute", () => {
    const h = [...steady(10, 20), ...steady(75, 6), ...steady(73, 12), ...steady(72, 20)];
    const { trace, totals } = run(house(h, 10), [night(0, 58, 50)], way());
    expect(trace.charger[21]).toBe(0);
    // 7 A are free for two minutes: not enough to come back.
    expect([...trace.charger.slice(22, 44)].every((c) => c === 0)).toBe(true);
    expect([...trace.charger.slice(44, 46)]).toEqual([6, 8]);
    expect(totals.pauses).toBe(1);
  });

  it("cuts its last step, so that a night gets exactly what it asks for", () => {
    const { results, trace, totals } = run(house(steady(0, 400), 10), [night(0, 400, 1)], way());
    expect(results.gotKWh[0]).toBe(1);
    const kWh = trace.charger.reduce((t, c) => t + (240 * c * 10) / 3.6e6, 0);
    expect(kWh).toBeCloseTo(1, 9);
    expect(totals.cheapKWh + totals.otherKWh).toBeCloseTo(1, 9);
  });

  it("does step for step what its rules say, for any house, limit, lag and step", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -20, max: 110 }), { minLength: 40, maxLength: 160 }),
        fc.constantFrom(1, 5, 10, 30, 60),
        fc.integer({ min: 20, max: 100 }),
        fc.constantFrom(12, 32, 48),
        fc.constantFrom(2, 5, 30, 75),
        fc.integer({ min: 1, max: 200 }),
        (h, dt, limitA, mostA, lagS, tenths) => {
          const middle = h.length >> 1;
          const nights = [night(3, middle, tenths / 100), night(middle, h.length - 2, tenths / 50)];
          const w = way({ limitA, mostA, lagS });
          const expected = byTheWords(h, dt, nights, w);
          const { results, trace, totals } = run(house(h, dt), nights, w);
          expect([...trace.charger].map((c) => c.toFixed(9))).toEqual(expected.c.map((c) => c.toFixed(9)));
          expect(totals.pauses).toBe(expected.pauses);
          expect(totals.throttledSeconds).toBe(expected.throttled);
          expect([...results.gotKWh].map((g) => g.toFixed(9))).toEqual(expected.gots.map((g) => g.toFixed(9)));
        },
      ),
    );
  });

  it("never gives more in a night where the limit is lower", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 30, maxLength: 80 }),
        fc.integer({ min: 62, max: 80 }),
        (blocks, limitA) => {
          // Loads of a house last for minutes.
          const h = blocks.flatMap((a) => steady(a, 12));
          const got = (l: number) =>
            run(house(h, 10), [night(0, h.length, 100)], way({ limitA: l })).results.gotKWh[0] as number;
          expect(got(limitA)).toBeLessThanOrEqual(got(limitA + 20) + 1e-9);
        },
      ),
    );
  });

  it("uses the reading of its clamps: reversed clamps see room where there is none", () => {
    const h = house(steady(70, 60), 10);
    const sound = run(h, [night(0, 60, 50)], way());
    const reversed = run(h, [night(0, 60, 50)], way({ readsShare: -1 }));
    expect(sound.totals.secondsOverLimit).toBe(0);
    expect(Math.max(...sound.trace.charger)).toBe(10);
    expect(reversed.totals.secondsOverLimit).toBe(540);
    expect(Math.max(...reversed.trace.charger)).toBe(40);
    expect(Math.max(...run(h, [night(0, 60, 50)], way({ readsShare: 0.5 })).trace.charger)).toBe(40);
  });

  it("falls back to 6 A, or to nothing, five seconds after its clamps went silent", () => {
    const h = house(steady(10, 120), 1);
    const silent = { from: 80, to: 100 };
    const six = run(h, [night(0, 120, 50)], way({ silent }));
    expect([...six.trace.charger.slice(83, 88)]).toEqual([26, 26, 6, 6, 6]);
    expect([...six.trace.charger.slice(99, 102)]).toEqual([6, 7, 8]);
    const none = run(h, [night(0, 120, 50)], way({ silent, fallbackA: 0 }));
    expect([...none.trace.charger.slice(84, 86)]).toEqual([26, 0]);
    expect(none.trace.charger[119]).toBe(0);
    expect(none.totals.pauses).toBe(1);
  });

  it("takes what the roof gives before anything from the grid", () => {
    const h = house([...steady(-20, 100), ...steady(10, 260)], 60);
    const sun = run(h, [night(0, 360, 12)], way({ solarFirst: true }));
    expect(Math.max(...sun.trace.charger.slice(0, 100))).toBe(20);
    expect(sun.totals.solarKWh).toBeGreaterThan(7);
    expect(sun.totals.exportedKWh).toBeCloseTo(8, 6);
    // The grid supplies the rest in time.
    expect(sun.results.gotKWh[0]).toBe(12);
    expect(run(h, [night(0, 360, 12)], way()).totals.solarKWh).toBeLessThan(sun.totals.solarKWh);
  });
});

describe("sun into the car first", () => {
  const sunny = (spare: number) => house([...steady(-spare, 240), ...steady(5, 360)], 60);
  it("takes 8 A where half the least offer is to spare, and waits for the night where it is not", () => {
    const some = run(sunny(3), [night(0, 600, 12)], way({ solarFirst: true }));
    expect(Math.max(...some.trace.charger.slice(0, 240))).toBe(8);
    const none = run(sunny(2.9), [night(0, 600, 12)], way({ solarFirst: true }));
    expect(Math.max(...none.trace.charger.slice(0, 240))).toBe(0);
    expect([some.results.gotKWh[0], none.results.gotKWh[0]]).toEqual([12, 12]);
    expect(some.totals.solarKWh).toBeGreaterThan(none.totals.solarKWh);
  });

  it("begins with the grid in time for the slow end of a battery", () => {
    for (const [kWh, need] of [
      [60, 12],
      [60, 2],
      [110, 30],
      [20, 8],
    ] as const)
      for (const target of [1, 0.98, 0.9]) {
        const late = run(sunny(0), [night(0, 600, need)], way({ solarFirst: true, battery: { kWh, target } }));
        expect([kWh, need, target, late.results.gotKWh[0]]).toEqual([kWh, need, target, need]);
      }
  });
});

describe("a charger without clamps", () => {
  const plain = way({ managed: false });
  it("charges at its current until it has what it asks for", () => {
    const { trace, totals } = run(house(steady(10, 60), 10), [night(5, 60, 0.5)], plain);
    expect([...trace.charger.slice(4, 7)]).toEqual([0, 40, 40]);
    expect(totals.throttledSeconds).toBe(0);
    expect(trace.gotKWh[59]).toBe(0.5);
  });

  it("stays off while the appliance that goes first runs", () => {
    const blocked = new Uint8Array(60).fill(1, 20, 40);
    const { trace, totals } = run(house(steady(10, 60), 10, { blocked }), [night(0, 60, 50)], plain);
    expect([trace.charger[19], trace.charger[20], trace.charger[39], trace.charger[40]]).toEqual([40, 0, 0, 40]);
    expect(totals.throttledSeconds).toBe(200);
  });

  it("keeps to its cheap hours and counts what it took in them", () => {
    const cheap = new Uint8Array(60).fill(1, 30, 60);
    const hours = night(0, 60, 50, { spans: [30, 60] });
    const { trace, totals } = run(house(steady(10, 60), 10, { cheap }), [hours], plain);
    expect([trace.charger[29], trace.charger[30]]).toEqual([0, 40]);
    expect(totals.otherKWh).toBe(0);
    expect(totals.cheapKWh).toBeCloseTo((40 * 240 * 300) / 3.6e6, 9);
  });

  it("charges nothing where nothing is known of the house", () => {
    const { trace, totals } = run(house(steady(Number.NaN, 60), 10), [night(0, 60, 50)], plain);
    expect(Math.max(...trace.charger)).toBe(0);
    expect(totals.maxThermal).toBe(0);
  });

  it("takes less and less from 95 % on, where the battery is known", () => {
    const battery = { kWh: 60, target: 1 };
    const { trace } = run(house(steady(0, 720), 10), [night(0, 720, 6)], way({ managed: false, battery }));
    expect(trace.charger[0]).toBe(40);
    const at = trace.gotKWh.findIndex((g) => g >= 4.5);
    expect(trace.charger[at + 1] as number).toBeCloseTo(20, 0);
    expect(Math.min(...trace.charger.slice(0, at))).toBeGreaterThan(19);
  });

  it("asks the next night for what is missing, where that is wished", () => {
    const nights = [night(0, 20, 1), night(30, 60, 1)];
    const h = house(steady(0, 60), 10);
    const w = way({ managed: false, carryOver: true });
    const { results } = run(h, nights, w);
    expect(results.askedKWh[1]).toBeCloseTo(2 - (results.gotKWh[0] as number), 9);
    expect(run(h, nights, way({ managed: false })).results.askedKWh[1]).toBe(1);
  });
});

describe("two chargers on one circuit", () => {
  const two = night(0, 200, 10, { carsKWh: [6, 4] });
  const shared = (h: HouseSteps, w: ChargingWay, sharing: "equally" | "first" | "second", n = two) => {
    const results = emptyResults(1);
    const trace: Required<ReplayTrace> = {
      from: 0,
      charger: new Float64Array(h.amps.length),
      thermal: new Float64Array(h.amps.length),
      gotKWh: new Float64Array(h.amps.length),
    };
    return { totals: runShared(h, [n], w, sharing, results, trace), results, trace };
  };

  it("keep the limit and the circuit together, however they share", () => {
    for (const sharing of ["equally", "first", "second"] as const) {
      const { totals, trace } = shared(house(steady(50, 300), 10), way(), sharing);
      expect(totals.secondsOverLimit).toBe(0);
      expect(Math.max(...trace.charger)).toBeLessThanOrEqual(30 + 1e-9);
    }
  });

  it("do as one does, where the second wants nothing", () => {
    const h = house([...steady(20, 60), ...steady(76, 20), ...steady(30, 120)], 10);
    const alone = run(h, [night(0, 200, 5)], way());
    const pair = shared(h, way(), "first", night(0, 200, 5, { carsKWh: [5, 0] }));
    expect([...pair.trace.charger].map((c) => c.toFixed(9))).toEqual([...alone.trace.charger].map((c) => c.toFixed(9)));
    expect(pair.totals.pauses).toBe(alone.totals.pauses);
    expect(pair.totals.maxThermal).toBeCloseTo(alone.totals.maxThermal, 9);
  });

  it("count what is above limit and rating, what waits, and what the tariff and the roof give", () => {
    const cheap = new Uint8Array(300).fill(1, 0, 100);
    const busy = shared(
      house([...steady(90, 60), ...steady(120, 40), ...steady(-30, 200)], 10, { cheap }),
      way(),
      "first",
    );
    expect(busy.totals.secondsOverLimit).toBe(1000);
    expect(busy.totals.secondsOverRating).toBe(400);
    expect(busy.totals.cheapKWh).toBe(0);
    expect(busy.totals.otherKWh).toBeCloseTo(2.48, 9);
    expect(busy.totals.solarKWh).toBeGreaterThan(1.8);
    expect(busy.totals.solarKWh).toBeLessThan(2);
    expect(busy.totals.exportedKWh).toBeCloseTo((30 * 240 * 1000) / 3.6e6, 9);
    expect(busy.results.overLimitS[0]).toBe(1000);
    expect(busy.totals.maxThermal).toBeGreaterThan(0.8);
    // Of two that want, each that gets nothing waits for its half.
    expect(busy.totals.throttledSeconds).toBeGreaterThan(1000);
  });

  it("fall back when their clamps are silent, wait for an appliance, and take the sun first", () => {
    const silent = shared(house(steady(10, 300), 10), way({ silent: { from: 20, to: 40 } }), "first");
    expect([silent.trace.charger[19], silent.trace.charger[21], silent.trace.charger[39]]).toEqual([40, 6, 6]);
    const blocked = new Uint8Array(300).fill(1, 30, 50);
    const waits = shared(house(steady(10, 300), 10, { blocked }), way({ managed: false }), "first");
    expect([waits.trace.charger[29], waits.trace.charger[30], waits.trace.charger[49]]).toEqual([40, 0, 0]);
    const sun = shared(house(steady(-20, 300), 10), way({ solarFirst: true }), "first");
    expect(Math.max(...sun.trace.charger)).toBe(20);
    const spans = [100, 200];
    const late = shared(house(steady(10, 300), 10), way(), "first", night(0, 200, 10, { carsKWh: [6, 4], spans }));
    expect([late.trace.charger[99], late.trace.charger[110]]).toEqual([0, 40]);
    const unknown = shared(house([...steady(Number.NaN, 100), ...steady(10, 200)], 10), way(), "first");
    expect([unknown.trace.charger[50], unknown.totals.exportedKWh]).toEqual([0, 0]);
  });

  it("doubles the need with only one car entered", () => {
    const { results } = shared(house(steady(0, 300), 10), way(), "equally", night(0, 300, 2));
    expect(results.askedKWh[0]).toBe(4);
  });

  it("share equally where each gets at least 6 A, otherwise one after the other", () => {
    const tight = shared(house(steady(70, 300), 10), way(), "equally");
    expect(Math.max(...tight.trace.charger)).toBe(10);
    const wide = shared(house(steady(60, 300), 10), way(), "equally");
    expect(wide.trace.charger[60]).toBe(20);
  });
});

describe("the supply's device as a warming body", () => {
  it("trips at twice its rating after the tabled time", () => {
    const timeTo = (device: DeviceWarming, ratingA: number) => {
      const model = thermalModel(device, ratingA);
      let x = 0;
      let t = 0;
      while (x < model.tripAt) {
        x += (4 - x) * stepShare(model, 1);
        t++;
      }
      return t;
    };
    expect(
      [30, 50, 100, 150, 200].map(
        (a) =>
          Math.abs(
            timeTo(necSupplyDevice, a) - ([120, 240, 360, 480, 600][[30, 50, 100, 150, 200].indexOf(a)] as number),
          ) <= 1,
      ),
    ).toEqual([true, true, true, true, true]);
    expect(Math.abs(timeTo(ukSupplyDevice, 60) - 600)).toBeLessThanOrEqual(1);
    expect(Math.abs(timeTo(ukSupplyDevice, 63) - 600)).toBeLessThanOrEqual(1);
    expect(Math.abs(timeTo(ukSupplyDevice, 80) - 900)).toBeLessThanOrEqual(1);
    expect(Math.abs(timeTo(ukSupplyDevice, 64) - 900)).toBeLessThanOrEqual(1);
    expect(thermalModel(necSupplyDevice, 31).tauS).toBe(thermalModel(necSupplyDevice, 50).tauS);
    expect(thermalModel(necSupplyDevice, 51).tauS).toBe(thermalModel(necSupplyDevice, 100).tauS);
    expect(thermalModel(necSupplyDevice, 101).tauS).toBe(thermalModel(necSupplyDevice, 150).tauS);
    expect(thermalModel(necSupplyDevice, 151).tauS).toBe(thermalModel(necSupplyDevice, 225).tauS);
  });

  it("never trips at 1.35 times a breaker's or 1.6 times a fuse's rating, and settles at its square", () => {
    expect(thermalModel(necSupplyDevice, 100).tripAt).toBeCloseTo(1.8225, 9);
    expect(thermalModel(ukSupplyDevice, 100).tripAt).toBeCloseTo(2.56, 9);
    const { totals } = run(house(steady(50, 5000), 10), [], way());
    expect(totals.maxThermal).toBeCloseTo(0.25, 6);
  });

  it("steps exactly: ten steps of a second are one of ten", () => {
    const model = thermalModel(necSupplyDevice, 100);
    let x = 0;
    for (let i = 0; i < 10; i++) x += (2.25 - x) * stepShare(model, 1);
    expect(x).toBeCloseTo(2.25 * stepShare(model, 10), 12);
  });
});
