/** Which way is recommended, and the two sentences that say why. */
import { describe, expect, it } from "vitest";
import type { Policy } from "#core/case/document/types.ts";
import type { NightNeed } from "#core/energy/need/need.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { recommendWay } from "./recommend.ts";

const spread = (typical: number) => ({ low: 0, typical, high: 2 * typical });
const way = (id: string, changes: Partial<WayJudgement> & { price?: number; days?: number } = {}): WayJudgement => {
  const { price = 1000, days = 10, ...more } = changes;
  return {
    way: id,
    name: id,
    reasons: [],
    verdict: "with-work",
    chargeA: 16,
    spareA: 5,
    energyPerNightKWh: 10,
    meetsNeed: true,
    cost: { ...spread(price), currency: "USD", madeUp: true },
    leadTimeDays: spread(days),
    ...more,
  } as WayJudgement;
};
const need = (changes: Partial<NightNeed> = {}) => ({ energyPerDayKWh: 10, hoursPerNight: 8, ...changes }) as NightNeed;
const taken = (ways: WayJudgement[], policy: Policy = "least-work", asked = need()) =>
  recommendWay(ways, policy, asked);

describe("among ways that meet the need", () => {
  const ways = [
    way("dedicated-circuit", { price: 900, days: 12, chargeA: 32, spareA: 3 }),
    way("dynamic-load-management", { price: 1200, days: 5, chargeA: 24, spareA: 40 }),
    way("service-upgrade", { price: 5000, days: 60, chargeA: 48, spareA: 90 }),
  ];
  it.each([
    [
      "least-work",
      "dedicated-circuit",
      "dedicated-circuit meets the need with the lowest typical cost ($900). dynamic-load-management meets it too, at $1,200 and 5 days from a Monday.",
    ],
    [
      "fastest",
      "dynamic-load-management",
      "dynamic-load-management meets the need with the shortest lead time (5 days from a Monday). dedicated-circuit meets it too, at $900 and 12 days from a Monday.",
    ],
    [
      "most-current",
      "service-upgrade",
      "service-upgrade meets the need with the most current (48 A). dedicated-circuit meets it too, at $900 and 12 days from a Monday.",
    ],
    [
      "future-ready",
      "service-upgrade",
      "service-upgrade meets the need with the most room left once what is planned is there (90 A). dynamic-load-management meets it too, at $1,200 and 5 days from a Monday.",
    ],
  ] as const)("%s takes %s", (policy, id, because) => {
    expect(taken(ways, policy)).toEqual({ way: id, because });
    expect(taken([...ways].reverse(), policy)).toEqual({ way: id, because });
  });
  it("a tie goes to the shorter wait, or to the lower price", () => {
    expect(taken([way("a", { days: 9 }), way("b", { days: 8 })]).way).toBe("b");
    expect(taken([way("a", { price: 900 }), way("b", { price: 800 })], "fastest").way).toBe("b");
    expect(taken([way("a", { price: 900 }), way("b", { price: 800 })], "most-current").way).toBe("b");
    expect(taken([way("a", { price: 900 }), way("b", { price: 800 })], "future-ready").way).toBe("b");
  });
  it("counts both waits from a known day where one is given", () => {
    const ways = [way("a", { price: 900, days: 5 }), way("b", { price: 1000, days: 6 })];
    const fromToday = ({ leadTimeDays }: WayJudgement) => `${leadTimeDays.typical + 2} days from today`;
    expect(recommendWay(ways, "fastest", need(), fromToday).because).toBe(
      "a meets the need with the shortest lead time (7 days from today). b meets it too, at $1,000 and 8 days from today.",
    );
  });
  it("one day is one day, and pounds are pounds", () => {
    const pounds = way("a", { days: 1, cost: { ...spread(700), currency: "GBP", madeUp: true } });
    expect(taken([pounds], "fastest").because).toBe(
      "a meets the need with the shortest lead time (1 day from a Monday). No other way meets it.",
    );
    expect(taken([pounds]).because).toMatch(/\(£700\)/);
  });
  it("a way without a price comes last, with the missing items of the price book", () => {
    const unpriced = way("b", { price: Number.POSITIVE_INFINITY, unpriced: ["clamps"] });
    expect(taken([unpriced, way("a", { price: 9000 })])).toEqual({
      way: "a",
      because:
        "a meets the need with the lowest typical cost ($9,000). b meets it too, but has no price: the price book lacks clamps.",
    });
  });
  it("a way without a price that is taken has no lowest cost", () => {
    const unpriced = (id: string, item: string) => way(id, { price: Number.POSITIVE_INFINITY, unpriced: [item] });
    expect(taken([unpriced("a", "charger 48")]).because).toBe(
      "a meets the need, but has no price: the price book lacks charger 48. No other way meets it.",
    );
    expect(taken([unpriced("a", "charger 48"), unpriced("b", "clamps")]).because).toBe(
      "a meets the need, but has no price: the price book lacks charger 48. b meets it too, without a price as well.",
    );
  });
  it("a cheaper way that departs from a rule says so", () => {
    const departs = way("existing-outlet", { price: 300, departsFrom: "BS 7671 722.311.201" });
    expect(taken([departs, way("dedicated-circuit", { price: 2000 })])).toEqual({
      way: "dedicated-circuit",
      because:
        "dedicated-circuit meets the need with the lowest typical cost ($2,000) of the ways that depart from no rule. existing-outlet would do at $300, but departs from BS 7671 722.311.201, which its designer answers for.",
    });
  });
  it("one that is ruled out, or gives nothing, is never taken", () => {
    expect(taken([way("a", { verdict: "ruled-out" })]).way).toBeNull();
    expect(taken([way("a", { chargeA: 0 })]).way).toBeNull();
    expect(taken([way("a", { energyPerNightKWh: 0, meetsNeed: false })]).way).toBeNull();
    expect(taken([way("a", { chargeA: 0 }), way("b", { price: 9000 })]).way).toBe("b");
    expect(taken([]).because).toBe("Every way is ruled out as things stand. The reason stands beside each.");
  });
});

describe("where no way meets the need", () => {
  const short = (energyPerNightKWh: number, id = "dedicated-circuit") =>
    way(id, {
      meetsNeed: false,
      energyPerNightKWh,
      lacking: { night: "a usual night", energyKWh: energyPerNightKWh, neededKWh: 10, hours: 8 },
    });
  it("the one that delivers most is taken, the cheaper of two", () => {
    expect(taken([short(3), short(4, "circuit-splitter")]).way).toBe("circuit-splitter");
    expect(taken([short(4, "circuit-splitter"), short(3)]).way).toBe("circuit-splitter");
    const cheap = way("existing-outlet", { meetsNeed: false, energyPerNightKWh: 4, price: 100 });
    expect(taken([short(4), cheap]).way).toBe("existing-outlet");
    expect(taken([cheap, short(4)]).way).toBe("existing-outlet");
    // One that meets the need goes before one that gives more on paper.
    expect(taken([short(9), way("circuit-splitter", { energyPerNightKWh: 5 })]).way).toBe("circuit-splitter");
  });
  it("it says what would have to change: hours, need, supply, or a second way", () => {
    // 8 hours give 4 kWh of 10: 20 hours would do.
    expect(taken([short(4)]).because).toBe(
      "dedicated-circuit delivers the most, 4 kWh of 10 kWh on a usual night. What would have to change: 20 hours plugged in instead of 8, or no more than 4 kWh needed then, or a larger supply, or a second way in addition.",
    );
    // 8 x 10 / 6.5 = 12.31: rounded up to a tenth, so that it is enough.
    expect(taken([short(6.5)]).because).toMatch(/12.4 hours plugged in instead of 8/);
    expect(taken([short(10 / 3)]).because).toMatch(/24 hours plugged in/);
    expect(taken([short(3.3)]).because).not.toMatch(/hours plugged in/);
    expect(taken([short(4, "service-upgrade")]).because).not.toMatch(/larger supply/);
  });
  it("no way helps a car that is never plugged in", () => {
    expect(taken([way("a")], "least-work", need({ hoursPerNight: 0 }))).toEqual({
      way: null,
      because:
        "The car is never plugged in while it may charge: no way gives it anything. The hours, or the cheap window, would have to change.",
    });
  });
});
