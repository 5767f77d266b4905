import { describe, expect, it } from "vitest";
import type { CaseDocument } from "#core/case/document/types.ts";
import { ukCase, usCase } from "#core/testing/cases.ts";
import { costsOf, depositInWords, givesOf, offInWords, priceInWords, waitInWords } from "./in-words.ts";

const car = (distance: number, unit: "mi" | "km" = "mi") => ({
  distancePerDay: { value: distance, unit },
  consumption: unit === "mi" ? { value: 0.3, unit: "kWh/mi" as const } : { value: 20, unit: "kWh/100km" as const },
  efficiency: 1,
});
const driving = (...cars: ReturnType<typeof car>[]): CaseDocument =>
  usCase({ need: { cars, pluggedIn: { from: "20:00", to: "06:00" } } });
const way = { volts: 240, phases: 1 as const, chargeA: 30, nightsMet: 1 };

describe("a price", () => {
  const spread = (low: number, typical: number, high: number) => ({ low, typical, high });
  it("is one amount, a range with the likely one, or none", () => {
    expect(priceInWords(spread(1200, 1200, 1200), "USD")).toBe("$1,200");
    expect(priceInWords(spread(900, 1100, 1500), "GBP")).toBe("£900 to £1,500, most likely £1,100");
    const none = Number.POSITIVE_INFINITY;
    expect(priceInWords(spread(none, none, none), "USD")).toBe("no price");
  });
  it("has a deposit as an amount where it is fixed", () => {
    expect(depositInWords({ fixedPrice: 2000 }, 12.5, "GBP")).toBe("12.5 %: £250");
    expect(depositInWords({}, 12.5, "GBP")).toBe("12.5 % of the agreed price");
  });
});

describe("what charging gives", () => {
  it("is the distance of an hour, and when the car is full", () => {
    // 7.2 kW at 0.3 kWh a mile are 24 miles an hour; 36 miles take an hour and a half from 20:00.
    expect(givesOf(way, driving(car(36)))).toEqual([
      "About 24 miles for each hour of charging",
      "Full by 9:30 PM after a usual day",
    ]);
    expect(givesOf({ ...way, phases: 3 as const, volts: 230 }, driving(car(72, "km")))[0]).toBe(
      "About 104 km for each hour of charging",
    );
  });
  it("names each of several cars, and the time when the last is full", () => {
    const both = givesOf(way, driving(car(24), { ...car(24), name: "Van" } as ReturnType<typeof car>));
    expect(both).toEqual([
      "Car 1: about 24 miles for each hour of charging",
      "Van: about 24 miles for each hour of charging",
      "Full by 10:00 PM after a usual day",
    ]);
    const shared = driving(car(24), car(24));
    expect(givesOf(way, { ...shared, need: { ...shared.need, carPriority: "shared" } }).at(-1)).toBe(
      "Full by 10:00 PM after a usual day",
    );
  });
  it("is energy where no car is known", () => {
    expect(givesOf(way, usCase({ need: null }))[0]).toBe("About 7.2 kWh for each hour of charging");
  });
  it("says on how many mornings the car is full where it is not always, or the night is too short", () => {
    expect(givesOf({ ...way, nightsMet: 0.9 }, driving(car(36)))).toContain("Full on 90 % of all mornings");
    const short = givesOf({ ...way, chargeA: 6, nightsMet: 0 }, driving(car(300)));
    expect(short.join()).not.toContain("Full by");
    expect(short).toContain("Full on 0 % of all mornings");
  });
  it("promises no hour where clamps hold the charger back", () => {
    expect(givesOf({ ...way, limitA: 80 }, driving(car(36)))).toEqual([
      "About 24 miles for each hour of charging",
      "Full every morning",
      "It slows down by itself while the home needs the power",
    ]);
  });
});

describe("what charging costs", () => {
  const at = (cars: ReturnType<typeof car>[], quote: NonNullable<CaseDocument["quote"]>) =>
    costsOf({ energyPerNightKWh: 12 }, { need: { cars }, quote }, "GBP");
  it("is unknown without the price of energy", () => {
    expect(at([car(40)], {})).toEqual([]);
    expect(at([car(40)], { fuelPerMonth: 100 })).toEqual([]);
  });
  it("is a month, and a mile beside the fuel of all cars together", () => {
    // 12 kWh a night are 365 kWh a month; 80 miles a day are 2,433 miles a month.
    expect(at([car(40), car(40)], { pricePerKWh: 0.2, fuelPerMonth: 243.33 })).toEqual([
      "A month of charging costs about £73, fuel costs £243 today",
      "A mile costs £0.06, £0.10 with fuel",
    ]);
    expect(at([car(40, "km")], { pricePerKWh: 0.2 })[1]).toBe("A km costs £0.04");
    expect(at([], { pricePerKWh: 0.2 })).toEqual(["A month of charging costs about £73"]);
    expect(at([car(0)], { pricePerKWh: 0.2, fuelPerMonth: 10 })[1]).toBe("A mile costs £0.06");
  });
});

describe("the wait", () => {
  it("is a number of days with its range, or nothing", () => {
    expect(waitInWords({ low: 3, typical: 5, high: 9 })).toBe("About 5 days until it charges, between 3 and 9 days");
    expect(waitInWords({ low: 1, typical: 1, high: 1 })).toBe("About 1 day until it charges");
    expect(waitInWords({ low: 0, typical: 0, high: 0 })).toBe("It can charge at once");
  });
});

describe("what is switched off", () => {
  const install = (days: number) => [
    { id: "install", name: "Install", after: [], days: { low: days, typical: days, high: days }, everyDay: false },
  ];
  const work = [{ id: "x", text: "x", requires: { parts: [], waits: [] } }];
  const off = (id: string, days: number, workItems = work) =>
    offInWords({ way: id, steps: install(days), workItems }, "panel");
  it("is the home for a day, the panel for an hour, or nothing", () => {
    expect(off("service-upgrade", 1)).toBe("The whole home is without power for most of one working day.");
    expect(off("panel-change", 3)).toBe(
      "The whole home is without power for most of one working day, of 3 that the work takes.",
    );
    expect(off("dedicated-circuit", 1, [])).toBe(
      "The panel is switched off for about an hour, while the work is connected.",
    );
    expect(off("existing-outlet", 0, [])).toBe("Nothing is switched off.");
    expect(off("existing-outlet", 0)).toMatch(/^The panel is switched off/);
  });
});

describe("a UK home", () => {
  it("reads its hours by the clock of 24", () => {
    const home = ukCase({ need: { cars: [car(36)], pluggedIn: { from: "20:00", to: "06:00" } } });
    expect(givesOf(way, home)).toContain("Full by 21:30 after a usual day");
  });
});
