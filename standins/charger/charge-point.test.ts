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
    stuck.limit(10);
    expect(stuck.offeredA).toBe(6);
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
      ["Voltage", "230.0"],
      ["Current.Import", "16.0"],
    ]);
  });
  it("follows its clamps, and takes its safe current until they are read", () => {
    const point = new ChargePoint({ setA: 32, volts: 230, phases: 1, carA: 32, faults: new Set(), limitA: 79 });
    point.isCharging = true;
    expect(point.offeredA).toBe(6);
    point.readClamps(20);
    expect(point.offeredA).toBe(32);
    point.readClamps(79 + 12);
    expect(point.offeredA).toBe(20);
    point.readClamps(79 + 15);
    expect([point.offeredA, point.status.status]).toEqual([0, "SuspendedEVSE"]);
    point.readClamps(40);
    expect(point.offeredA).toBe(0);
    for (let s = 0; s < 61; s++) {
      point.pass(1);
      point.readClamps(40);
    }
    expect([point.offeredA, point.status.status]).toEqual([32, "Charging"]);
    point.pass(3);
    expect(point.offeredA).toBe(6);
  });
  it("opens outside of the band of a sound neutral, and closes again", () => {
    const point = new ChargePoint({
      setA: 32,
      volts: 230,
      phases: 1,
      carA: 32,
      faults: new Set(),
      hasPenDetection: true,
    });
    point.isCharging = true;
    point.testVolts = 206;
    point.pass(1);
    expect([point.currentA, point.status]).toEqual([
      0,
      { status: "Faulted", errorCode: "UnderVoltage", info: "L, N and PE open" },
    ]);
    point.testVolts = null;
    point.pass(2);
    expect([point.currentA, point.status.status]).toEqual([32, "Charging"]);
  });
});
