import { describe, expect, it } from "vitest";
import { Splitter } from "./splitter.ts";

const charging = () => {
  const one = new Splitter({ applianceA: 20, circuitA: 30, delayS: 5 });
  one.chargerAsksA = 24;
  return one;
};

describe("the stand-in splitter", () => {
  it("lets the appliance go first, and the charger back after its delay", () => {
    const one = charging();
    one.switchAppliance(true);
    one.pass(0.5);
    expect([one.applianceA, one.chargerA]).toEqual([20, 0]);
    one.switchAppliance(false);
    one.pass(4.9);
    expect(one.chargerA).toBe(0);
    one.pass(0.1);
    expect(one.chargerA).toBe(24);
  });
  it("trips a charger that takes more than the circuit carries", () => {
    const one = charging();
    one.chargerAsksA = 32;
    one.pass(2.9);
    expect(one.chargerA).toBe(32);
    one.pass(0.1);
    expect(one.chargerA).toBe(0);
  });
  it("shows each of its faults", () => {
    const both = charging();
    both.fault = "both-on";
    both.switchAppliance(true);
    both.pass(60);
    expect([both.applianceA, both.chargerA]).toEqual([20, 24]);
    const slow = charging();
    slow.fault = "slow-change-over";
    slow.switchAppliance(true);
    slow.pass(7.9);
    expect(slow.chargerA).toBe(24);
    slow.pass(0.1);
    expect(slow.chargerA).toBe(0);
  });
});
