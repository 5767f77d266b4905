/** A feeder on the way during a replay: counted night by night, as a step-by-step count does. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { codebookOf } from "#core/rules/index.ts";
import { BLOCK_STEPS, blockOf, highestBetween, highestOf } from "./blocks.ts";
import { readingAt } from "./controller.ts";
import { stepShare, thermalModel } from "./device.ts";
import type { ReplayNight } from "./nights.ts";
import { drawsOf, type PartAlone, partTotals } from "./parts.ts";

const DT_S = 10;
const { supplyDevice } = codebookOf("us-nec-2023");
const aloneOf = (own: Float64Array): PartAlone => ({
  own,
  highest: highestOf(own),
  above: new Map(),
  warmth: new Map(),
});
const nightOf = (from: number, to: number): ReplayNight => ({
  evening: "2025-01-01",
  from,
  to,
  spans: [from, to],
  needKWh: 0,
  carsKWh: [],
  whole: true,
});

/** Two nights of three hours with a day between them, in which all warmth goes. */
const NIGHTS = [nightOf(100, 1180), nightOf(8740, 9820)];
const STEPS = 17_000;

/** The same, step by step over the whole span. */
function stepByStep(own: Float64Array, charger: Float64Array, ratingA: number, limitA: number) {
  const share = stepShare(thermalModel(supplyDevice, ratingA), DT_S);
  let [overLimit, overRating, x, maxThermal] = [0, 0, 0, 0];
  for (let k = 0; k < own.length; k++) {
    if (Number.isNaN(own[k])) continue;
    const total = (own[k] as number) + (charger[k] as number);
    if (total > limitA) overLimit++;
    if (total > ratingA) overRating++;
    x += ((total / ratingA) ** 2 - x) * share;
    maxThermal = Math.max(maxThermal, x);
  }
  return { secondsOverLimit: overLimit * DT_S, secondsOverRating: overRating * DT_S, maxThermal };
}

/** Levels of some length, one after the other. */
const levels = (most: number) =>
  fc.array(fc.tuple(fc.integer({ min: 1, max: 300 }), fc.double({ min: 0, max: most, noNaN: true })), {
    minLength: 1,
    maxLength: 40,
  });
function filled(into: Float64Array, from: number, to: number, parts: readonly (readonly [number, number])[]) {
  let k = from;
  while (k < to)
    for (const [length, amps] of parts) {
      into.fill(amps, k, Math.min(to, k + length));
      k += length;
      if (k >= to) break;
    }
}

describe("a feeder during a replay", () => {
  it("is over its limit and its rating, and as warm, as a step-by-step count says", () => {
    fc.assert(
      fc.property(
        levels(60),
        levels(48),
        fc.integer({ min: 20, max: 100 }),
        fc.integer({ min: 10, max: 110 }),
        (ownLevels, chargerLevels, ratingA, limitA) => {
          const [own, charger] = [new Float64Array(STEPS), new Float64Array(STEPS)];
          filled(own, 0, STEPS, ownLevels);
          for (const { from, to } of NIGHTS) filled(charger, from, to, chargerLevels);
          const part = { at: "p", name: "P", ratingA, limitA };
          const draws = drawsOf(charger, NIGHTS);
          const found = partTotals(part, aloneOf(own), NIGHTS, draws, DT_S, supplyDevice);
          const told = stepByStep(own, charger, ratingA, limitA);
          expect(found.secondsOverLimit).toBe(told.secondsOverLimit);
          expect(found.secondsOverRating).toBe(told.secondsOverRating);
          expect(Math.abs(found.maxThermal - told.maxThermal)).toBeLessThan(2e-3);
        },
      ),
    );
  });
  it("leaves out what is not known", () => {
    const own = new Float64Array(STEPS).fill(Number.NaN);
    const charger = new Float64Array(STEPS);
    charger.fill(40, 100, 1180);
    const part = { at: "p", name: "P", ratingA: 30, limitA: null };
    expect(partTotals(part, aloneOf(own), NIGHTS, drawsOf(charger, NIGHTS), DT_S, supplyDevice)).toMatchObject({
      secondsOverLimit: 0,
      secondsOverRating: 0,
      maxThermal: 0,
    });
  });
});

describe("blocks of steps", () => {
  it("hold the highest of their values, the last one of what is left", () => {
    const values = Float64Array.from({ length: BLOCK_STEPS * 2 + 1 }, (_, k) => -k);
    values[BLOCK_STEPS + 5] = 7;
    values[3] = Number.NaN;
    expect([...highestOf(values)]).toEqual([-0, 7, -BLOCK_STEPS * 2]);
    expect(highestBetween(values, 3, 4)).toBe(Number.NEGATIVE_INFINITY);
    expect([blockOf(0), blockOf(BLOCK_STEPS - 1), blockOf(BLOCK_STEPS)]).toEqual([0, 0, 1]);
  });
});

describe("the reading of several clamps", () => {
  it("is that of the one that leaves least room", () => {
    const amps = Float64Array.from([10, 50, Number.NaN]);
    const guards = [
      { own: Float64Array.from([5, 5, 5]), lessA: 20 },
      { own: Float64Array.from([30, 1, 1]), lessA: 0 },
    ];
    expect(readingAt(amps, guards, 0)).toBe(30);
    expect(readingAt(amps, guards, 1)).toBe(50);
    expect(readingAt(amps, guards, 2)).toBeNaN();
    expect(readingAt(amps, [], 0)).toBe(10);
  });
});
