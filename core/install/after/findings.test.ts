import { describe, expect, it } from "vitest";
import { assess } from "#core/testing/assess.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { afterFindings } from "./findings.ts";
import { costOf } from "./months.ts";

const home = loggedUkHome();
const assessment = assess(home);
const need = assessment.need.energyPerDayKWh;
const month = (name: string, perDay: number, mostA: number | null = 32) => ({
  month: name,
  kWh: perDay * 30,
  mostA,
});
/** Findings of these months, after a first month in which charging began. */
const textsOf = (...months: ReturnType<typeof month>[]) =>
  afterFindings(home, assessment, [month("2026-09", 1, null), ...months], "2026-12-15").map(({ text }) => text);

describe("the months after the work", () => {
  it("say whether the prediction held", () => {
    expect(textsOf(month("2026-11", need))).toContain("The prediction of the energy held");
    expect(textsOf(month("2026-11", need * 1.3))[0]).toMatch(/more than was predicted/);
    expect(textsOf(month("2026-11", need * 0.7))[0]).toMatch(/less than was predicted/);
  });
  it("judge neither the month in which charging began nor the present one", () => {
    expect(afterFindings(home, assessment, [month("2026-11", need * 3, null)], "2026-12-15")).toEqual([]);
    expect(textsOf(month("2026-12", need * 3))).toEqual(["The limit was kept"]);
    expect(textsOf()).toEqual([]);
  });
  it("say whether the limit was kept", () => {
    expect(textsOf(month("2026-11", need, 32.5))).toContain("The limit was kept");
    expect(textsOf(month("2026-11", need, 33))[1]).toMatch(/more than it was designed for/);
    expect(textsOf(month("2026-11", need, null))).toHaveLength(1);
  });
  it("compare counters that were read by hand", () => {
    const withCounters = (...counters: [on: string, kWh: number][]) =>
      afterFindings(
        { ...home, after: { counters: counters.map(([on, kWh]) => ({ on, kWh })) } },
        assessment,
        [month("2026-10", 10, null)],
        "2026-12-15",
      ).map(({ text }) => text);
    expect(withCounters(["2026-09-20", 100], ["2026-11-05", 450])).toEqual([]);
    expect(withCounters(["2026-09-20", 100], ["2026-11-05", 300])[0]).toMatch(/more energy than the counter/);
    expect(withCounters(["2026-11-05", 300], ["2026-11-20", 200])).toContain("A counter goes back: read it again");
  });
  it("cost what a kWh costs", () => {
    const energy = { kWh: 300, cheapKWh: 200 };
    expect(costOf(home, energy)).toBeNull();
    expect(costOf({ ...home, quote: { pricePerKWh: 0.07 } }, energy)).toBe("£21.00");
    expect(costOf({ ...home, quote: { pricePerKWh: 0.07, dayPricePerKWh: 0.3 } }, energy)).toBe("£44.00");
    expect(costOf({ ...home, quote: { pricePerKWh: 0.07, dayPricePerKWh: 0.3 } }, { ...energy, cheapKWh: null })).toBe(
      "£21.00",
    );
  });
});
