/** Energy need and hours of the household's nights. */
import { describe, expect, it } from "vitest";
import type { Car, Need } from "#core/case/document/types.ts";
import { usCase } from "#core/testing/cases.ts";
import { CAR_CLASSES, carEnergyKWh } from "./cars.ts";
import { givenManaged, givenSteady } from "./energy.ts";
import { HOUSE_SHARE_BY_HOUR } from "./house-profile.ts";
import { distancePerHour, fullBy, fullByCar, hoursToCharge } from "./in-words.ts";
import { hardestNights, type NeedNight, type NightNeed, nightName, nightNeed, weekOf } from "./need.ts";

const of = (need: Need | null) => nightNeed(usCase({ need }));
const night = { from: "20:00", to: "06:00" };
const miles = (value: number, more: Partial<Car> = {}): Car => ({
  distancePerDay: { value, unit: "mi" },
  consumption: { value: 0.3, unit: "kWh/mi" },
  ...more,
});

describe("energy a day", () => {
  it("is distance x consumption / efficiency, summed over the cars", () => {
    const found = of({
      pluggedIn: night,
      cars: [
        miles(30),
        { distancePerDay: { value: 50, unit: "km" }, consumption: { value: 18, unit: "kWh/100km" }, efficiency: 0.8 },
      ],
    });
    expect(found.energyPerDayKWh).toBeCloseTo(10 + 11.25, 6);
    expect(found.explain.energyPerDayKWh.numbers).toBe("10 kWh + 11.3 kWh = 21.3 kWh");
    expect(found.assumed).toEqual([]);
  });
  it("is the entered value, with or without cars", () => {
    const told = of({ energyPerDayKWh: 7, pluggedIn: night, cars: [miles(300, { winterFactor: 2 })] });
    expect(told.energyPerDayKWh).toBe(7);
    expect(told.nights).toHaveLength(1);
    expect(told.explain.energyPerDayKWh).toMatchObject({ formula: "as entered", numbers: "7 kWh" });
    expect(told.assumed).toEqual([]);
  });
  it("is 10 kWh by default, with an assumption", () => {
    expect(of({ pluggedIn: night })).toMatchObject({
      energyPerDayKWh: 10,
      assumed: ["No driving has been entered: 10 kWh a day is assumed"],
    });
    expect(of(null).assumed).toHaveLength(2);
  });
  it("uses the class for missing figures, and 18 kWh per 100 km without a class", () => {
    const km = (more: Partial<Car>): Car => ({ distancePerDay: { value: 100, unit: "km" }, efficiency: 1, ...more });
    expect(carEnergyKWh(km({}))).toBeCloseTo(18, 9);
    expect(
      Object.keys(CAR_CLASSES).map((c) => Number(carEnergyKWh(km({ class: c as Car["class"] })).toFixed(9))),
    ).toEqual([14, 18, 19, 25, 31]);
    expect(carEnergyKWh(km({ class: "van", consumption: { value: 20, unit: "kWh/100km" } }))).toBeCloseTo(20, 9);
  });
  it("is no more than the battery holds: the rest was charged on the road", () => {
    expect(carEnergyKWh(miles(1000, { batteryKWh: 50 }))).toBeCloseTo(50 / 0.9, 9);
    expect(carEnergyKWh(miles(1000, { class: "small" }))).toBeLessThanOrEqual(40 / 0.9);
  });
});

describe("the nights of a year", () => {
  it("have names, and an order of hardness: kWh for each hour there is, without hours before all others", () => {
    const name = (weekday: number | null, winter: boolean | null) => nightName({ weekday, winter });
    expect([name(null, null), name(null, false), name(null, true)]).toEqual([
      "a usual night",
      "a usual night",
      "a winter night",
    ]);
    expect([name(0, null), name(6, false), name(6, true)]).toEqual(["Monday", "Sunday", "a Sunday in winter"]);
    const nights = [
      [10, 10],
      [0, 0],
      [6, 2],
      [5, 0],
    ].map(([energyKWh, hoursCount]) => ({ energyKWh, hoursCount }) as NeedNight);
    const order = hardestNights({ nights } as NightNeed).map((n) => [n.energyKWh, n.hoursCount]);
    expect(order).toEqual([
      [5, 0],
      [6, 2],
      [10, 10],
      [0, 0],
    ]);
    const seasons = [true, false, null].map((winter) => ({ winter }) as NeedNight);
    expect(weekOf({ nights: seasons } as NightNeed).map((n) => n.winter)).toEqual([true, null]);
  });
  it("are all alike until something differs", () => {
    expect(of({ pluggedIn: night, cars: [miles(30)] }).nights).toMatchObject([
      { weekday: null, winter: null, share: 1, energyKWh: 10, hoursCount: 10 },
    ]);
  });
  it("are seven where the week differs, and a third of each is winter where that does", () => {
    const found = of({
      pluggedIn: night,
      cars: [miles(0, { distanceByWeekday: [30, 30, 30, 30, 90, 0, 0], winterFactor: 1.5 }), miles(15)],
    });
    expect(found.nights).toHaveLength(14);
    expect(found.nights.reduce((t, n) => t + n.share, 0)).toBeCloseTo(1, 12);
    expect(found.energyPerDayKWh).toBeCloseTo(10 + 5, 9);
    const [hardest, next] = hardestNights(found);
    expect(nightName(hardest as never)).toBe("a Friday in winter");
    expect(hardest?.carsKWh.map((kWh) => Number(kWh.toFixed(9)))).toEqual([45, 5]);
    expect(hardest?.share).toBeCloseTo(1 / 21, 12);
    expect(nightName(next as never)).toBe("Friday");
    expect(found.assumed).toContain("A third of all nights is assumed to be winter");
    expect(found.explain.energyPerDayKWh.numbers).toBe(
      "10 kWh + 5 kWh = 15 kWh; the most is 50 kWh on a Friday in winter",
    );
  });
  it("are the plugged-in hours of the day; a night away needs nothing", () => {
    const short = { from: "23:00", to: "05:00" };
    const found = of({ cars: [miles(30)], pluggedInByWeekday: [night, night, night, night, short, null, night] });
    expect(found.nights.map((n) => [n.hoursCount, n.energyKWh])).toEqual([
      [10, 10],
      [10, 10],
      [10, 10],
      [10, 10],
      [6, 10],
      [0, 0],
      [10, 10],
    ]);
    expect(found.hoursPerNight).toBeCloseTo(56 / 7, 2);
    expect(found.assumed).toEqual([]);
    expect(found.explain.hoursPerNight.numbers).toContain("Friday 6, Saturday 0");
    expect(nightName(found.nights[6] as never)).toBe("Sunday");
  });
  it("have the hours of the cheap windows where only these count", () => {
    const cheap = { from: "00:30", to: "04:30" };
    const of7 = (more: Partial<Need>) => of({ energyPerDayKWh: 5, pluggedIn: night, ...more });
    expect(of7({ cheap }).hoursPerNight).toBe(10);
    const only = of7({ cheap, cheapOnly: true });
    expect(only.hoursPerNight).toBe(4);
    expect(only.explain.hoursPerNight.numbers).toBe("8:00 PM to 6:00 AM within 12:30 AM to 4:30 AM = 4 h");
    expect(only.explain.hoursPerNight.formula).toBe("hours plugged in that lie in the cheap window");
    expect(of7({ cheap, cheapAlso: { from: "22:00", to: "23:00" }, cheapOnly: true }).hoursPerNight).toBe(5);
    expect(of7({ cheapOnly: true, cheap: null }).hoursPerNight).toBe(10);
    expect(of7({ pluggedIn: { from: "09:00", to: "10:00" }, cheap, cheapOnly: true }).hoursPerNight).toBe(0);
  });
  it("are from eight to six by default, with an assumption", () => {
    expect(of({ energyPerDayKWh: 5 })).toMatchObject({
      hoursPerNight: 10,
      assumed: ["Plugged in 8:00 PM to 6:00 AM is assumed"],
    });
  });
});

describe("delivered energy of the nights", () => {
  const need = of({ energyPerDayKWh: 20, pluggedIn: night });
  it("at a steady current is volts x amperes x hours, and no more than the need", () => {
    expect(givenSteady(need, 8, 240)).toMatchObject({ nightsMet: 0, meetsNeed: false });
    expect(givenSteady(need, 8, 240).energyKWh).toBeCloseTo(19.2, 9);
    expect(givenSteady(need, 9, 240)).toMatchObject({ energyKWh: 20, nightsMet: 1, meetsNeed: true, worst: null });
  });
  it("meets the need where 95 of 100 nights are met, and names the night that lacks the most", () => {
    // Fridays in winter are 1 of 21 nights: 4.8 %.
    const week = of({
      pluggedIn: night,
      cars: [miles(0, { distanceByWeekday: [30, 30, 30, 30, 60, 0, 0], winterFactor: 1.5 })],
    });
    const most = givenSteady(week, 9, 240);
    expect(most.nightsMet).toBeCloseTo(20 / 21, 9);
    expect(most).toMatchObject({ meetsNeed: true, worst: { night: { weekday: 4, winter: true } } });
    expect(most.worst?.energyKWh).toBeCloseTo(21.6, 9);
    // All Fridays are 1 of 7: too many.
    const fewer = givenSteady(week, 8, 240);
    expect(fewer.nightsMet).toBeCloseTo(18 / 21, 9);
    expect(fewer.meetsNeed).toBe(false);
    expect(fewer.energyKWh).toBeCloseTo((4 * (20 + 15) + 2 * 19.2 + 19.2) / 21, 9);
  });
  it("of a managed charger is the room left by the house, hour by hour, down to the least offer", () => {
    const one = (clock: string, limitA: number, demandA: number, largestA = 48) =>
      givenManaged(
        of({
          energyPerDayKWh: 50,
          pluggedIn: { from: `${clock}:00`, to: `${String(Number(clock) + 1).padStart(2, "0")}:00` },
        }),
        [{ limitA, demandA }],
        largestA,
        240,
        6,
      ).energyKWh;
    // At three in the morning the house takes 14 % of its 100 A.
    expect(one("03", 30, 100)).toBeCloseTo(((30 - 14) * 240) / 1000, 9);
    expect(one("03", 20, 100)).toBeCloseTo((6 * 240) / 1000, 9);
    expect(one("03", 19.9, 100)).toBe(0);
    expect(one("03", 100, 100)).toBeCloseTo((48 * 240) / 1000, 9);
    const both = givenManaged(
      of({ energyPerDayKWh: 50, pluggedIn: { from: "03:00", to: "04:00" } }),
      [
        { limitA: 80, demandA: 100 },
        { limitA: 20, demandA: 10 },
      ],
      48,
      240,
      6,
    );
    expect(both.energyKWh).toBeCloseTo((18.6 * 240) / 1000, 9);
  });
  it("rests on a day of the house, stated as it is", () => {
    expect(HOUSE_SHARE_BY_HOUR).toEqual([
      0.18, 0.15, 0.14, 0.14, 0.15, 0.2, 0.32, 0.4, 0.36, 0.3, 0.28, 0.28, 0.32, 0.28, 0.27, 0.3, 0.38, 0.5, 0.55, 0.5,
      0.44, 0.38, 0.3, 0.23,
    ]);
  });
});

describe("a charging current in people's words", () => {
  it("is distance an hour in the car's own unit, and hours between two states of charge", () => {
    // 7.2 kW x 0.9 / 0.3 kWh a mile.
    expect(distancePerHour(miles(30), 30, 240)).toBeCloseTo(21.6, 9);
    const km: Car = { distancePerDay: { value: 40, unit: "km" }, consumption: { value: 18, unit: "kWh/100km" } };
    expect(distancePerHour(km, 32, 230)).toBeCloseTo((7.36 * 0.9) / 0.18, 9);
    expect(hoursToCharge(miles(30, { batteryKWh: 60 }), 20, 80, 30, 240)).toBeCloseTo((0.6 * 60) / 0.9 / 7.2, 9);
    expect(hoursToCharge(miles(30, { class: "small" }), 50, 80, 25, 240)).toBeCloseTo((0.3 * 40) / 0.9 / 6, 9);
    expect(hoursToCharge(miles(30), 20, 80, 30, 240)).toBeNull();
    expect(hoursToCharge(miles(30, { batteryKWh: 60 }), 80, 20, 30, 240)).toBe(0);
    expect(hoursToCharge(miles(30, { batteryKWh: 60 }), 20, 80, 0, 240)).toBeNull();
  });
  it("is full by a clock time, across gaps between cheap windows, or not at all", () => {
    expect(fullBy([[1200, 1800]], 7.2, 30, 240)).toBe("21:00");
    expect(
      fullBy(
        [
          [1350, 1410],
          [1470, 1800],
        ],
        10.8,
        30,
        240,
      ),
    ).toBe("01:00");
    expect(fullBy([[1200, 1260]], 7.3, 30, 240)).toBeNull();
    expect(fullBy([[1200, 1260]], 7.2, 30, 240)).toBe("21:00");
  });
  it("of two cars is one after the other, or half each for as long as both want some", () => {
    const [evening] = of({ pluggedIn: night, cars: [miles(21.6), miles(43.2)] }).nights;
    expect(fullByCar(evening as never, 30, 240, "first")).toEqual(["21:00", "23:00"]);
    expect(fullByCar(evening as never, 30, 240, "shared")).toEqual(["22:00", "23:00"]);
  });
});
