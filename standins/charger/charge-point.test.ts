import { describe, expect, it } from "vitest";
import { ChargePoint, type Fault } from "./charge-point.ts";

const charger = (...faults: Fault[]) =>
  new ChargePoint({ setA: 32, volts: 230, phases: 1, carA: 16, faults: new Set(faults) });

describe("the stand-in charger", () => {
  it("offers its setting, and a car takes no more than it can", () => {
    const point = charger();
    expect([point.offeredA, point.currentA]).toEqual([32, 0]);
    point.isCharging = true;
    expect([point.currentA, point.powerW]).toEqual([16, 3680]);
    point.pass(3600);
    expect(point.registerWh).toBe(3680);
  });
  it("follows a lower limit, and pauses below 6 A", () => {
    const point = charger();
    point.isCharging = true;
    point.limit(10);
    expect(point.currentA).toBe(10);
    point.limit(5);
    expect(point.currentA).toBe(0);
    point.restart();
    expect([point.offeredA, point.isCharging]).toEqual([32, false]);
  });
  it("shows each of its faults", () => {
    expect(charger("wrong-limit").offeredA).toBe(48);
    const stuck = charger("pilot-stuck");
    stuck.limit(6);
    expect(stuck.offeredA).toBe(32);
    const slow = charger("slow-throttle");
    slow.limit(6);
    expect(slow.offeredA).toBe(32);
    slow.pass(31);
    expect(slow.offeredA).toBe(6);
    expect(charger("welded-contactor").currentA).toBe(16);
  });
  it("sends its register, power and currents in the words of OCPP", () => {
    const point = charger();
    point.isCharging = true;
    expect(point.values().map(({ measurand, value }) => [measurand, value])).toEqual([
      ["Energy.Active.Import.Register", "0"],
      ["Power.Active.Import", "3680.0"],
      ["Current.Offered", "32.0"],
      ["Current.Import", "16.0"],
    ]);
  });
});
