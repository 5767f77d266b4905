import { describe, expect, it } from "vitest";
import type { CaseDocument, Replayed } from "#core/case/document/types.ts";
import { answerOf } from "#core/decide/answer.ts";
import { assess } from "#core/testing/assess.ts";
import { usCase } from "#core/testing/cases.ts";
import { replayedNights, standsOn } from "./replayed.ts";

const basis = { energyPerDayKWh: 12, hoursPerNight: 10, demandA: 81.2 };
const ran = (nightsMet: number, more: Partial<Replayed["ways"][number]> = {}): Replayed => ({
  house: "interval-data",
  seed: 1,
  years: 1,
  stepS: 10,
  basis: { ...basis, demandA: assess(usCase()).waterline.demandA },
  ways: [
    {
      way: "dynamic-load-management",
      chargeA: 48,
      limitA: 80,
      nights: 364,
      nightsMet,
      kWhPerNight: 11.5,
      secondsOverLimit: 20,
      secondsOverRating: 0,
      throttledHours: 40,
      thermal: 0.3,
      ...more,
    },
  ],
  on: "2026-11-26",
});
const managedOf = (document: CaseDocument) => {
  const found = assess(document).ways.find((w) => w.way === "dynamic-load-management");
  if (!found) throw new Error("no managed way");
  return found;
};

describe("replayed nights", () => {
  it("take the place of the usual profile of a house, marked as such", () => {
    const before = managedOf(usCase());
    expect(before.replayed).toBeUndefined();
    const after = managedOf(usCase({ replayed: ran(350) }));
    expect(after.replayed).toMatchObject({ house: "interval-data", nights: 364, meetsNeed: true });
    expect(after.nightsMet).toBeCloseTo(350 / 364, 9);
    expect(after.energyPerNightKWh).toBe(11.5);
    expect(after.reasons.find((r) => r.code === "meets-need")?.text).toBe("Meets 96.2 % of 364 measured nights");
    expect(after.explain.assumes[0]).toMatch(/replayed step by step/);
    expect(answerOf(assess(usCase({ replayed: ran(350) }))).text).toMatch(
      /would meet the need on 96.2 % of 364 measured nights/,
    );
  });

  it("below 95 % do not meet the need, regardless of the profile", () => {
    const after = managedOf(usCase({ replayed: ran(345) }));
    expect(after.meetsNeed).toBe(false);
    expect(after.reasons.find((r) => r.code === "need-not-met")?.text).toBe("Meets only 94.8 % of 364 measured nights");
    expect(managedOf(usCase({ replayed: ran(346) })).meetsNeed).toBe(true);
  });

  it("hold only while the case is as it was replayed", () => {
    const need = { energyPerDayKWh: 20, pluggedIn: { from: "20:00", to: "06:00" } };
    expect(managedOf(usCase({ replayed: ran(345), need })).replayed).toBeUndefined();
    expect(managedOf(usCase({ replayed: ran(345, { limitA: 70 }) })).replayed).toBeUndefined();
    expect(managedOf(usCase({ replayed: ran(345, { chargeA: 40 }) })).replayed).toBeUndefined();
    expect(managedOf(usCase({ replayed: { ...ran(345), basis: { ...basis, demandA: 60 } } })).replayed).toBeUndefined();
    expect(managedOf(usCase({ replayed: ran(0, { nights: 0 }) })).replayed).toBeUndefined();
    expect(replayedNights({ replayed: null }, basis, "dynamic-load-management", 48, 80)).toBeNull();
    expect(standsOn(basis, { ...basis, hoursPerNight: 8 })).toBe(false);
    const { limitA: _limit, ...unmanaged } = ran(345).ways[0] as Replayed["ways"][number];
    expect(managedOf(usCase({ replayed: { ...ran(345), ways: [unmanaged] } })).replayed).toBeUndefined();
  });

  it("are a caution where the supply was above its rating", () => {
    const bad = managedOf(usCase({ replayed: ran(364, { secondsOverRating: 870.4, thermal: 0.313 }) }));
    expect(bad.cautions.find((c) => c.includes("replayed"))).toMatch(
      /above its rating for 870 s a year, and its device would reach 31.3 % of the heat that trips it/,
    );
    expect(managedOf(usCase({ replayed: ran(364) })).cautions.some((c) => c.includes("replayed"))).toBe(false);
  });
});
