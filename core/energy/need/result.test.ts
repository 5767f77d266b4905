import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { nightNeed } from "./need.ts";
import { carName, needResult } from "./result.ts";

const of = (document: CaseDocument, volts: number) =>
  needResult(document, codebookOf(document.rules), nightNeed(document), volts);
const night = { from: "20:00", to: "06:00" };
const car = (value: number) => ({
  distancePerDay: { value, unit: "mi" as const },
  consumption: { value: 0.3, unit: "kWh/mi" as const },
});

describe("a household's need, current by current", () => {
  it("a slow outlet is enough for a short drive, and that is said", () => {
    // 12 A at 120 V in 10 h is 14.4 kWh at the wall: 43 miles.
    const enough = of(usCase({ need: { pluggedIn: night, cars: [car(43)] } }), 240);
    expect(enough.slowIsEnough).toMatchObject({ chargeA: 12, volts: 120, nightsMet: 1 });
    expect(enough.slowIsEnough?.kW).toBeCloseTo(1.44, 9);
    expect(of(usCase({ need: { pluggedIn: night, cars: [car(44)] } }), 240).slowIsEnough).toBeNull();
    expect(of(ukCase({ need: { energyPerDayKWh: 23, pluggedIn: night } }), 230).slowIsEnough).toMatchObject({
      chargeA: 10,
      volts: 230,
    });
    expect(of(ukCase({ need: { energyPerDayKWh: 23.1, pluggedIn: night } }), 230).slowIsEnough).toBeNull();
  });
  it("the smallest setting that meets 95 of 100 nights is found among the charger's own", () => {
    const need = { energyPerDayKWh: 30, pluggedIn: night };
    expect(of(ukCase({ need }), 230).smallest?.chargeA).toBe(16);
    expect(of(ukCase({ need, charger: { settableA: [32, 14, 10] } }), 230).smallest?.chargeA).toBe(14);
    expect(of(ukCase({ need, charger: { maxA: 13 } }), 230).smallest).toBeNull();
    expect(of(ukCase({ need, charger: { maxA: 13 } }), 230).currents.at(-1)?.chargeA).toBe(13);
  });
  it("each current says when each car is full in a usual night and in the hardest", () => {
    const document = ukCase({
      need: {
        pluggedIn: night,
        cars: [
          { ...car(0), distanceByWeekday: [23, 23, 23, 23, 69, 23, 23] },
          { ...car(23), name: "The van" },
        ],
      },
    });
    const found = of(document, 230);
    expect(found.usual.weekday).toBe(0);
    expect(found.hardest.weekday).toBe(4);
    const at32 = found.currents.find((c) => c.chargeA === 32);
    expect(at32?.usualFullBy).toEqual(["21:03", "22:05"]);
    expect(at32?.hardestFullBy).toEqual(["23:08", "00:10"]);
    expect(at32?.distancePerHour[0]).toBeCloseTo((7.36 * 0.9) / 0.3, 9);
    expect(document.need?.cars?.map(carName)).toEqual(["Car 1", "The van"]);
    const shared = of({ ...document, need: { ...document.need, carPriority: "shared" } }, 230);
    expect(shared.currents.find((c) => c.chargeA === 32)?.usualFullBy).toEqual(["22:05", "22:05"]);
  });
  it("hours between states of charge are given where both are known", () => {
    const told = { ...car(20), batteryKWh: 54, eveningPercent: 30, morningPercent: 80 };
    const found = of(ukCase({ need: { pluggedIn: night, cars: [told, { ...told, eveningPercent: undefined }] } }), 230);
    const at16 = found.currents.find((c) => c.chargeA === 16);
    expect(at16?.hoursToCharge[0]).toBeCloseTo((0.5 * 54) / 0.9 / 3.68, 9);
    expect(at16?.hoursToCharge[1]).toBeNull();
  });
  it("the usual night is the one nearest the mean, with a car and outside winter", () => {
    const week = (distanceByWeekday: number[], more: object = {}) =>
      of(ukCase({ need: { pluggedIn: night, cars: [{ ...car(0), distanceByWeekday, ...more }] } }), 230).usual;
    // 5 kWh on most days; the mean of the week is 12.1.
    expect(week([15, 15, 15, 30, 150, 15, 15])).toMatchObject({ weekday: 3, winter: null });
    expect(week([30, 30, 30, 30, 30, 30, 30], { winterFactor: 2 })).toMatchObject({ weekday: 0, winter: false });
    const need = { pluggedIn: night, cars: [{ ...car(0), distanceByWeekday: [90, 20, 20, 20, 20, 20, 20] }] };
    const away = ukCase({ need: { ...need, pluggedInByWeekday: [null, null, night, null, null, null, null] } });
    expect(of(away, 230).usual.weekday).toBe(2);
    const never = ukCase({ need: { ...need, pluggedInByWeekday: Array.from({ length: 7 }, () => null) } });
    expect(of(never, 230)).toMatchObject({ usual: { hoursCount: 0 }, hardest: { hoursCount: 0 } });
  });
  it("the settings are the charger's own, in order, up to its largest, after the general-purpose outlet", () => {
    const amps = (document: CaseDocument, volts: number) =>
      of(document, volts).currents.map((c) => [c.chargeA, c.slow]);
    expect(amps(usCase({ charger: { maxA: 20 } }), 240)).toEqual([
      [12, true],
      [12, false],
      [16, false],
      [20, false],
    ]);
    expect(amps(ukCase({ charger: { maxA: 16, settableA: [16, 6, 32] } }), 230)).toEqual([
      [10, true],
      [6, false],
      [16, false],
    ]);
    expect(of(usCase({ charger: { settableA: [] } }), 240).currents.at(-1)?.chargeA).toBe(48);
  });
});
