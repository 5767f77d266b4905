import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { carEnergyKWh, hoursByClock, showA, showKWh, showPercent, showVA } from "./units.ts";

describe("hours that fall into daily windows", () => {
  const total = (windows: { from: string; to: string }[]) => hoursByClock(windows).reduce((a, b) => a + b, 0);
  it("run over midnight, and meet where several are asked for", () => {
    expect(total([{ from: "20:00", to: "06:30" }])).toBeCloseTo(10.5);
    expect(
      total([
        { from: "20:00", to: "06:30" },
        { from: "00:30", to: "04:30" },
      ]),
    ).toBeCloseTo(4);
    expect(
      total([
        { from: "08:00", to: "10:00" },
        { from: "12:00", to: "14:00" },
      ]),
    ).toBe(0);
    expect(total([{ from: "07:00", to: "07:00" }])).toBe(24);
    expect(total([])).toBe(24);
    expect(hoursByClock([{ from: "20:15", to: "22:00" }])[20]).toBeCloseTo(0.75);
  });
  it("are the minutes that lie in every window, counted one by one (property)", () => {
    const minute = fc.integer({ min: 0, max: 1439 });
    const clock = (m: number) => `${String(Math.floor(m / 60)).padStart(2, "0")}:${String(m % 60).padStart(2, "0")}`;
    fc.assert(
      fc.property(fc.array(fc.tuple(minute, minute), { maxLength: 3 }), (spans) => {
        const counted = Array.from({ length: 24 }, () => 0);
        for (let m = 0; m < 1440; m++) {
          const inside = spans.every(([a, b]) => a === b || (a < b ? m >= a && m < b : m >= a || m < b));
          if (inside) counted[Math.floor(m / 60)] = (counted[Math.floor(m / 60)] ?? 0) + 1 / 60;
        }
        const got = hoursByClock(spans.map(([a, b]) => ({ from: clock(a), to: clock(b) })));
        for (const [hour, share] of counted.entries()) expect(got[hour]).toBeCloseTo(share, 6);
      }),
    );
  });
});

describe("figures as they are written", () => {
  it("are grouped, rounded, and without zeros that say nothing", () => {
    expect(showA(18.8166)).toBe("18.8 A");
    expect(showA(-0.04)).toBe("0 A");
    expect(showA(-33.2)).toBe("-33.2 A");
    expect(showVA(1234567.4)).toBe("1,234,567 VA");
    expect(showKWh(10)).toBe("10 kWh");
    expect(showPercent(0.4)).toBe("40 %");
  });
  it("of a car: distance x consumption / efficiency, in either unit", () => {
    const mi = carEnergyKWh({ distancePerDay: { value: 30, unit: "mi" }, consumption: { value: 0.3, unit: "kWh/mi" } });
    expect(mi).toBeCloseTo(10, 6);
    const km = carEnergyKWh({
      distancePerDay: { value: 50, unit: "km" },
      consumption: { value: 18, unit: "kWh/100km" },
      efficiency: 1,
    });
    expect(km).toBeCloseTo(9, 6);
  });
});
