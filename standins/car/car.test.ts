import { describe, expect, it } from "vitest";
import { Car } from "./car.ts";

const car = (fromPercent: number, toPercent = 100) =>
  new Car({ maxA: 32, volts: 230, phases: 1, batteryKWh: 60, fromPercent, toPercent });

describe("the stand-in car", () => {
  it("takes no more than it asks for and is offered, and nothing below 6 A", () => {
    const one = car(50);
    expect([one.takesA(48), one.takesA(16), one.takesA(5.9)]).toEqual([32, 16, 0]);
    one.isPluggedIn = false;
    expect([one.takesA(32), one.state]).toEqual([0, "A"]);
  });
  it("tapers from 85 % on, and ends", () => {
    expect(car(85).asksA).toBe(32);
    expect(car(92.5).asksA).toBeCloseTo(19.2, 6);
    const one = car(79, 80);
    expect([one.state, one.isFull]).toEqual(["C", false]);
    one.pass(3600, 32);
    expect(one.percent).toBeCloseTo(79 + (32 * 230 * 0.9) / 600, 6);
    expect([one.state, one.asksA]).toEqual(["B", 0]);
  });
});
