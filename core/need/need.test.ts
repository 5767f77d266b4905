/** What the household needs a night, and the hours it has. */
import { describe, expect, it } from "vitest";
import type { Need } from "#core/case/document/types.ts";
import { usCase } from "#core/testing/cases.ts";
import { energyOfNight, managedEnergyKWh } from "./energy.ts";
import { HOUSE_SHARE_BY_HOUR } from "./house-profile.ts";
import { nightNeed } from "./need.ts";

const of = (need: Need | null) => nightNeed(usCase({ need }));
const night = { from: "20:00", to: "06:00" };

describe("energy a day", () => {
  it("is distance x consumption / efficiency, summed over the cars", () => {
    const found = of({
      pluggedIn: night,
      cars: [
        { distancePerDay: { value: 30, unit: "mi" }, consumption: { value: 0.3, unit: "kWh/mi" } },
        { distancePerDay: { value: 50, unit: "km" }, consumption: { value: 18, unit: "kWh/100km" }, efficiency: 0.8 },
      ],
    });
    expect(found.energyPerDayKWh).toBeCloseTo(10 + 11.25, 6);
    expect(found.explain.energyPerDayKWh.numbers).toBe("10 kWh + 11.3 kWh = 21.3 kWh");
    expect(found.assumed).toEqual([]);
  });
  it("is what was told where it was told, cars or not", () => {
    const told = of({ energyPerDayKWh: 7, pluggedIn: night, cars: [{ distancePerDay: { value: 300, unit: "mi" } }] });
    expect(told.energyPerDayKWh).toBe(7);
    expect(told.explain.energyPerDayKWh).toMatchObject({ formula: "as entered", numbers: "7 kWh" });
    expect(told.assumed).toEqual([]);
  });
  it("is 10 kWh where nobody said anything, and says so", () => {
    expect(of({ pluggedIn: night })).toMatchObject({
      energyPerDayKWh: 10,
      assumed: ["No driving has been entered: 10 kWh a day is taken"],
    });
    expect(of(null).assumed).toHaveLength(2);
  });
});

describe("hours a night", () => {
  const hours = (pluggedIn: Need["pluggedIn"], more: Partial<Need> = {}) =>
    of({ energyPerDayKWh: 5, ...(pluggedIn && { pluggedIn }), ...more });
  it("run over midnight, and the whole day where the ends are the same", () => {
    expect(hours({ from: "20:00", to: "06:00" }).hoursPerNight).toBe(10);
    expect(hours({ from: "09:15", to: "11:45" }).hoursPerNight).toBe(2.5);
    expect(hours({ from: "08:00", to: "08:00" }).hoursPerNight).toBe(24);
  });
  it("are from eight to six where nobody said, and that is said", () => {
    expect(hours(undefined)).toMatchObject({ hoursPerNight: 10, assumed: ["Plugged in 20:00 to 06:00 is taken"] });
  });
  it("are those of the cheap window where only these count", () => {
    const cheap = { from: "00:30", to: "04:30" };
    expect(hours(night, { cheap }).hoursPerNight).toBe(10);
    const only = hours(night, { cheap, cheapOnly: true });
    expect(only.hoursPerNight).toBe(4);
    expect(only.explain.hoursPerNight.numbers).toBe("20:00 to 06:00 within 00:30 to 04:30 = 4 h");
    expect(only.explain.hoursPerNight.formula).toBe("hours plugged in that lie in the cheap window");
    expect(hours(night, { cheapOnly: true, cheap: null }).hoursPerNight).toBe(10);
    expect(hours({ from: "09:00", to: "10:00" }, { cheap, cheapOnly: true }).hoursPerNight).toBe(0);
  });
  it("are told by the clock: shares of each hour", () => {
    const { hours: shares } = hours({ from: "22:30", to: "01:00" });
    expect([shares[21], shares[22], shares[23], shares[0], shares[1]]).toEqual([0, 0.5, 1, 1, 0]);
  });
});

describe("energy of a night", () => {
  const need = of({ energyPerDayKWh: 20, pluggedIn: night });
  it("at a steady current is volts x amperes x hours, and no more than the need", () => {
    expect(energyOfNight(need, 8, 240)).toBeCloseTo(19.2, 9);
    expect(energyOfNight(need, 9, 240)).toBe(20);
  });
  it("of a managed charger is what the house leaves, hour by hour, down to the least offer", () => {
    const one = (clock: string, limitA: number, demandA: number, largestA = 48) =>
      managedEnergyKWh(
        of({
          energyPerDayKWh: 50,
          pluggedIn: { from: `${clock}:00`, to: `${String(Number(clock) + 1).padStart(2, "0")}:00` },
        }),
        [{ limitA, demandA }],
        largestA,
        240,
        6,
      );
    // At three in the morning the house takes 14 % of its 100 A.
    expect(one("03", 30, 100)).toBeCloseTo(((30 - 14) * 240) / 1000, 9);
    expect(one("03", 20, 100)).toBeCloseTo((6 * 240) / 1000, 9);
    expect(one("03", 19.9, 100)).toBe(0);
    expect(one("03", 100, 100)).toBeCloseTo((48 * 240) / 1000, 9);
    const both = managedEnergyKWh(
      of({ energyPerDayKWh: 50, pluggedIn: { from: "03:00", to: "04:00" } }),
      [
        { limitA: 80, demandA: 100 },
        { limitA: 20, demandA: 10 },
      ],
      48,
      240,
      6,
    );
    expect(both).toBeCloseTo((18.6 * 240) / 1000, 9);
  });
  it("rests on a day of the house, stated as it is", () => {
    expect(HOUSE_SHARE_BY_HOUR).toEqual([
      0.18, 0.15, 0.14, 0.14, 0.15, 0.2, 0.32, 0.4, 0.36, 0.3, 0.28, 0.28, 0.32, 0.28, 0.27, 0.3, 0.38, 0.5, 0.55, 0.5,
      0.44, 0.38, 0.3, 0.23,
    ]);
  });
});
