import { describe, expect, it } from "vitest";
import { ukConventions } from "#core/rules/bs7671/conventions.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import {
  isOver,
  showA,
  showBuildingLength,
  showHeadroom,
  showKWh,
  showPercent,
  showTemperature,
  showVA,
} from "./units.ts";

describe("figures as they are written", () => {
  it("are grouped, rounded, and without zeros that say nothing", () => {
    expect(showA(18.8166)).toBe("18.8 A");
    expect(showA(-0.04)).toBe("0 A");
    expect(showA(-33.2)).toBe("-33.2 A");
    expect(showVA(1234567.4)).toBe("1,234,567 VA");
    expect(showKWh(10)).toBe("10 kWh");
    expect(showPercent(0.4)).toBe("40 %");
  });
});

it("never says that a home is over by 0 A", () => {
  expect([18.8, 0, -0.04, -0.06, -20].map((amps) => showHeadroom(amps))).toEqual([
    "18.8 A spare",
    "0 A spare",
    "0 A spare",
    "0.1 A over already",
    "20 A over already",
  ]);
  expect(showHeadroom(-20, "over")).toBe("20 A over");
  expect([isOver(-0.04), isOver(-0.06)]).toEqual([false, true]);
});

it("writes lengths on a building and temperatures in the region's units", () => {
  expect([0.46, 0.61, 0.9, 1, 1.2192].map((m) => showBuildingLength(m, necConventions))).toEqual([
    "18 in",
    "24 in",
    "35.5 in",
    "3 ft 3 in",
    "4 ft",
  ]);
  expect([0.05, 0.999, 1.2].map((m) => showBuildingLength(m, ukConventions))).toEqual(["50 mm", "999 mm", "1.2 m"]);
  expect([showTemperature(40, necConventions), showTemperature(40, ukConventions)]).toEqual(["104 °F", "40 °C"]);
});
