import { describe, expect, it } from "vitest";
import { LOAD_KINDS } from "#core/case/document/vocabulary.ts";
import { USES_OF_LOADS } from "#core/testing/uses-of-loads.ts";
import { addMadeDays, takeSun, type UsedLoad } from "./made-days.ts";
import { HOURS, LOAD_USES } from "./uses.ts";

const MONTH = { days: 30, dtS: 60, seed: 1, year: 0 };
const load = (kind: UsedLoad["kind"]): UsedLoad => ({
  id: kind,
  kind,
  amps: 10,
  quantity: 1,
  panel: null,
  existing: true,
});

/** Ampere-hours of a month by quarters of the day, and the highest current. */
function month(kind: UsedLoad["kind"], firstDayOfYear: number): string {
  const out = new Float64Array(30 * 1440);
  addMadeDays([load(kind)], { ...MONTH, firstDayOfYear }, out);
  const quarters = [0, 0, 0, 0];
  let most = 0;
  for (const [k, amps] of out.entries()) {
    const quarter = Math.floor((k % 1440) / 360);
    quarters[quarter] = (quarters[quarter] as number) + amps / 60;
    most = Math.max(most, amps);
  }
  return `${quarters.map((q) => q.toFixed(1)).join(" ")} most ${most.toFixed(2)}`;
}

describe("how loads are used", () => {
  it("is what it was: every kind in a month of winter, of spring and of summer", () => {
    const kinds = [...LOAD_KINDS, "always-on" as const, "area-lighting" as const];
    const sheet = kinds.map((kind) => `${kind}\n  ${[0, 90, 190].map((day) => month(kind, day)).join("\n  ")}`);
    expect(`${sheet.join("\n")}\n`).toBe(USES_OF_LOADS);
  });

  it("is defined for every kind of load, with plausible hours and times", () => {
    for (const kind of LOAD_KINDS) {
      const uses = LOAD_USES[kind] ?? [];
      expect(uses.length, kind).toBeGreaterThan(0);
      for (const { draws, duty, hours, minutes, perDay } of uses) {
        expect(draws).toBeLessThanOrEqual(1);
        expect(HOURS[hours].length).toBe(24);
        expect(minutes[0]).toBeLessThanOrEqual(minutes[1]);
        expect((perDay === undefined) !== (duty === undefined), kind).toBe(true);
      }
    }
  });

  it("heats in winter, cools in summer, and cooks all year", () => {
    const used = (kind: UsedLoad["kind"], day: number) => {
      const out = new Float64Array(30 * 1440);
      addMadeDays([load(kind)], { ...MONTH, firstDayOfYear: day }, out);
      return out.reduce((t, a) => t + a / 60, 0);
    };
    expect(used("central-heat", 0)).toBeGreaterThan(10 * used("central-heat", 190));
    expect(used("air-conditioning", 190)).toBeGreaterThan(10 * used("air-conditioning", 0));
    expect(used("range", 0) / used("range", 190)).toBeGreaterThan(0.6);
  });

  it("gives sun from morning to evening, more and longer in summer", () => {
    const sun = (firstDayOfYear: number) => {
      const out = new Float64Array(30 * 1440);
      takeSun(20, { ...MONTH, firstDayOfYear }, out);
      return out;
    };
    const [winter, summer] = [sun(0), sun(170)];
    const sum = (a: Float64Array) => a.reduce((t, x) => t - x / 60, 0);
    expect(sum(summer)).toBeGreaterThan(2.5 * sum(winter));
    expect(summer.every((a) => a <= 1e-9)).toBe(true);
    const lit = (a: Float64Array) => a.slice(0, 1440).filter((x) => x < -1e-9).length / 60;
    expect(lit(winter)).toBeGreaterThan(7.9);
    expect(lit(summer)).toBeGreaterThan(15);
    expect(Math.abs(summer.reduce((m, x) => Math.min(m, x), 0))).toBeLessThanOrEqual(20 * 0.85);
  });
});
