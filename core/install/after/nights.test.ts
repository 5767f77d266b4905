import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { MeteredQuarters } from "#core/energy/metered/nights.ts";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { monthsAfter } from "./months.ts";
import { nightFindings } from "./night-findings.ts";

const utc = (at: number) => at;
const home: CaseDocument = {
  ...loggedUkHome(),
  need: {
    cars: [{ distancePerDay: { value: 48, unit: "km" }, consumption: { value: 18, unit: "kWh/100km" } }],
    pluggedIn: { from: "18:00", to: "07:00" },
    cheap: { from: "00:30", to: "05:30" },
  },
};
const managed = {
  ...home,
  decision: {
    way: "dynamic-load-management",
    chargeA: 32,
    verdict: "ready",
    meetsNeed: true,
    why: "x",
    by: "x",
    on: "2026-01-01",
  },
} as CaseDocument;

interface Night {
  /** Quarters of an hour, from half past midnight on. */
  quarters?: number;
  offeredA?: number | null;
  /** Minutes after midnight. */
  from?: number;
  totalA?: number | null;
}
/** Nights in a row from 2 November 2026 on, with 1.84 kWh in each quarter. */
function nights(all: readonly Night[]): MeteredQuarters {
  const out = {
    at: [] as number[],
    wh: [] as number[],
    mostA: [] as (number | null)[],
    leastOfferedA: [] as (number | null)[],
    mostTotalA: [] as (number | null)[],
  };
  for (const [i, { quarters = 5, offeredA = 32, from = 30, totalA = null }] of all.entries())
    for (let q = 0; q < quarters; q++) {
      out.at.push(Date.UTC(2026, 10, 3 + i) / 60_000 + from + q * 15);
      out.wh.push(1840);
      out.mostA.push(offeredA === null ? 32 : Math.min(32, offeredA));
      out.leastOfferedA.push(offeredA);
      out.mostTotalA.push(totalA);
    }
  return out;
}
const repeated = (count: number, night: Night = {}) => Array.from({ length: count }, () => night);
const textsOf = (document: CaseDocument, all: readonly Night[]) =>
  nightFindings(document, assess(document), nights(all), utc).map(({ text }) => text);

describe("the months of real nights", () => {
  it("have energy, cheap energy, short nights and hours held back", () => {
    const all = [{}, { quarters: 3, offeredA: 16 }, { quarters: 6, offeredA: 16 }, { from: 20 * 60 }];
    expect(monthsAfter(home, assess(home), nights(all), utc)).toEqual([
      {
        month: "2026-11",
        kWh: expect.closeTo(19 * 1.84, 6),
        cheapKWh: expect.closeTo(14 * 1.84, 6),
        nights: 4,
        shortNights: 1,
        heldBackHours: 9 / 4,
        mostA: 32,
        mostTotalA: null,
      },
    ]);
  });
  it("belong to the evening that they begin on, in local time", () => {
    const first = nights([{}]);
    const ofMonth = (local: (at: number) => number) => monthsAfter(home, assess(home), first, local)[0];
    expect(ofMonth(utc)?.nights).toBe(1);
    // Nine hours to the west it is afternoon, and no cheap hour.
    expect(ofMonth((at) => at - 9 * 60)?.cheapKWh).toBe(0);
  });
  it("count neither a charger's own use nor quarters without an offer", () => {
    const [own] = [{ at: [0], wh: [19], mostA: [null], leastOfferedA: [null], mostTotalA: [null] }];
    expect(monthsAfter(home, assess(home), own, utc)).toEqual([]);
    expect(monthsAfter(home, assess(home), nights([{ offeredA: null }]), utc)[0]?.heldBackHours).toBe(0);
  });
});

describe("what real nights say", () => {
  it("is nothing before two weeks", () => {
    expect(textsOf(home, repeated(13))).toEqual([]);
    expect(textsOf(home, repeated(14))).not.toEqual([]);
  });
  it("is whether a second car would fit", () => {
    expect(textsOf(home, repeated(20))).toContain("A second car of the same need would fit");
    const full = repeated(20, { quarters: 48, from: 18 * 60 });
    expect(textsOf(home, full)).toContain("A second car of the same need would not fit");
  });
  it("is whether the cheap hours are used", () => {
    expect(textsOf(home, repeated(20))).toContain("It charges in the cheap hours");
    expect(textsOf(home, [...repeated(20), ...repeated(10, { from: 19 * 60 })])[0]).toMatch(/cheap hours are missed/);
  });
  it("is whether the clamps hold it back, and leave enough", () => {
    const held = (count: number, night: Night) => textsOf(managed, [...repeated(40), ...repeated(count, night)])[0];
    expect(held(2, { quarters: 3, offeredA: 12 })).toMatch(/hold it back when they should/);
    expect(held(3, { quarters: 3, offeredA: 12 })).toMatch(/too many nights short/);
    expect(textsOf(managed, repeated(59))[0]).toMatch(/hold it back when they should/);
    expect(textsOf(managed, repeated(60))[0]).toMatch(/never held it back/);
  });
  it("is what the clamps read of the supply, against the limit", () => {
    const limitA = assess(managed).ways.find(({ way }) => way === "dynamic-load-management")?.limits?.[0]?.limitA ?? 0;
    const read = (...totals: number[]) => textsOf(managed, [...repeated(15), ...totals.map((totalA) => ({ totalA }))]);
    expect(read(limitA)).toContain("The supply was held below its limit");
    expect(read(limitA + 1)).toContain("The supply was held below its limit");
    expect(read(limitA + 1.1, 50).some((text) => /above its limit/.test(text))).toBe(true);
    expect(read(limitA * 0.75 - 1, 50).some((text) => /has room/.test(text))).toBe(true);
    expect(read(15, 15, 50).some((text) => /read nothing/.test(text))).toBe(true);
    expect(read(15, 50).some((text) => /read nothing, or/.test(text))).toBe(false);
    expect(textsOf(home, [...repeated(15), { totalA: 500 }]).some((text) => /supply/.test(text))).toBe(false);
  });
  it("is that an unmanaged charger is held back by something", () => {
    expect(textsOf(home, [...repeated(20), { offeredA: 16 }])[0]).toMatch(/look at its setting, and for heat/);
    expect(textsOf(home, [...repeated(20), { offeredA: 31.5 }])[0]).not.toMatch(/look at its setting/);
  });
});
