import { describe, expect, it } from "vitest";
import { meterReading } from "./meter-values.ts";
import { energyByQuarter, monthAndNight, quarterOf } from "./quarters.ts";

const at = (text: string) => Date.parse(text);

describe("energy by the quarter hour", () => {
  it("is spread evenly over the time between two readings", () => {
    const found = energyByQuarter(at("2026-11-30T20:05:00Z"), at("2026-11-30T20:35:00Z"), 3000);
    expect([...found]).toEqual([
      [at("2026-11-30T20:00:00Z"), 1000],
      [at("2026-11-30T20:15:00Z"), 1500],
      [at("2026-11-30T20:30:00Z"), 500],
    ]);
  });
  it("is zero without a change of the register, and counts in the last quarter after a long gap", () => {
    expect([...energyByQuarter(0, 1000, 0)]).toEqual([]);
    expect([...energyByQuarter(0, 1000, -5)]).toEqual([]);
    const to = at("2026-11-30T20:35:00Z");
    expect([...energyByQuarter(to - 25 * 3_600_000, to, 700)]).toEqual([[quarterOf(to), 700]]);
    expect([...energyByQuarter(to, to, 700)]).toEqual([[quarterOf(to), 700]]);
  });
  it("loses nothing", () => {
    const from = at("2026-11-30T03:07:13Z");
    const sum = [...energyByQuarter(from, from + 17 * 3_600_000, 12_345).values()].reduce((a, b) => a + b, 0);
    expect(sum).toBeCloseTo(12_345, 6);
  });
  it("has its month and its night, from noon to noon", () => {
    expect(monthAndNight(at("2026-12-01T03:00:00Z"))).toEqual({ month: "2026-11", night: "2026-11-30" });
    expect(monthAndNight(at("2026-12-01T12:00:00Z"))).toEqual({ month: "2026-12", night: "2026-12-01" });
  });
});

describe("a value of a charge point's meter", () => {
  const now = at("2026-12-01T12:00:00Z");
  const read = (...sampledValue: Parameters<typeof meterReading>[0]["sampledValue"]) =>
    meterReading({ timestamp: "2026-12-01T11:59:00Z", sampledValue }, now);
  it("is the energy register in Wh by default", () => {
    expect(read({ value: "1500" })).toMatchObject({ at: at("2026-12-01T11:59:00Z"), registerWh: 1500, powerW: null });
    expect(read({ value: "1.5", measurand: "Energy.Active.Import.Register", unit: "kWh" }).registerWh).toBe(1500);
  });
  it("is that of the supply where it was read at the inlet", () => {
    const amps = (value: string, location?: string) => ({
      value,
      measurand: "Current.Import",
      unit: "A",
      ...(location && { location }),
    });
    expect(read(amps("32"), amps("41.5", "Inlet"), amps("38", "Inlet"))).toMatchObject({
      currentA: [32],
      totalA: 41.5,
    });
    expect(read(amps("32"))).toMatchObject({ totalA: null });
  });
  it("is summed over phases where only those are sent", () => {
    const power = (value: string, phase?: string) => ({
      value,
      measurand: "Power.Active.Import",
      unit: "kW",
      ...(phase && { phase }),
    });
    expect(read(power("1", "L1"), power("2", "L2"), power("3", "L3")).powerW).toBe(6000);
    expect(read(power("1", "L1"), power("6.5")).powerW).toBe(6500);
  });
  it("has the current of each phase, without that of the neutral, and what is offered", () => {
    const current = (value: string, phase: string) => ({ value, measurand: "Current.Import", phase });
    const found = read(current("16", "L1"), current("15.5", "L2"), current("0.2", "N"), {
      value: "32",
      measurand: "Current.Offered",
      unit: "A",
    });
    expect(found).toMatchObject({ currentA: [16, 15.5], offeredA: 32 });
  });
  it("is left out where it is no number or of another unit", () => {
    expect(read({ value: "many" }, { value: "3", measurand: "Power.Active.Import", unit: "Fahrenheit" })).toMatchObject(
      {
        registerWh: null,
        powerW: null,
      },
    );
    expect(read({ value: "" }).registerWh).toBeNull();
  });
  it("takes the present for a time that is invalid or far in the future", () => {
    expect(meterReading({ timestamp: "yesterday", sampledValue: [{ value: "1" }] }, now).at).toBe(now);
    expect(meterReading({ timestamp: "2027-12-01T11:59:00Z", sampledValue: [{ value: "1" }] }, now).at).toBe(now);
  });
});
