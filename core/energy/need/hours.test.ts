import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { chargingSpans, clockOf, hoursByClock, hoursOf } from "./hours.ts";

const hours = (pluggedIn: { from: string; to: string }, ...only: { from: string; to: string }[]) =>
  hoursOf(chargingSpans(pluggedIn, only));

describe("when a car may charge", () => {
  it("runs over midnight, and is a whole day where the ends are the same", () => {
    expect(hours({ from: "20:00", to: "06:30" })).toBe(10.5);
    expect(hours({ from: "09:15", to: "11:45" })).toBe(2.5);
    expect(hours({ from: "07:00", to: "07:00" })).toBe(24);
    expect(chargingSpans({ from: "20:00", to: "06:30" })).toEqual([[1200, 1830]]);
  });
  it("is what lies in one of the cheap windows, in the order it comes; windows that overlap count once", () => {
    const night = { from: "20:00", to: "08:00" };
    expect(
      chargingSpans(night, [
        { from: "04:00", to: "09:00" },
        { from: "22:30", to: "00:30" },
      ]),
    ).toEqual([
      [1350, 1470],
      [1680, 1920],
    ]);
    expect(hours(night, { from: "00:30", to: "04:30" }, { from: "03:00", to: "05:00" })).toBe(4.5);
    expect(hours({ from: "09:00", to: "10:00" }, { from: "00:30", to: "04:30" })).toBe(0);
    expect(hours({ from: "22:00", to: "23:00" }, { from: "20:00", to: "20:00" })).toBe(1);
  });
  it("is by the clock, as shares of each hour", () => {
    const clock = hoursByClock(chargingSpans({ from: "22:30", to: "01:15" }));
    expect([clock[21], clock[22], clock[23], clock[0], clock[1], clock[2]]).toEqual([0, 0.5, 1, 1, 0.25, 0]);
  });
  it("is the minutes that lie in the time plugged in and in some window, counted one by one (property)", () => {
    const minute = fc.integer({ min: 0, max: 1439 });
    const window = fc.record({ from: minute.map(clockOf), to: minute.map(clockOf) });
    const at = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
    const within = (m: number, { from, to }: { from: string; to: string }) => {
      const [a, b] = [at(from), at(to)];
      return a === b || (a < b ? m >= a && m < b : m >= a || m < b);
    };
    fc.assert(
      fc.property(window, fc.array(window, { maxLength: 3 }), (pluggedIn, only) => {
        // A day that starts in a window ends in it too: such a window meets a whole day plugged in at both ends.
        const counted = Array.from({ length: 24 }, () => 0);
        for (let m = 0; m < 1440; m++)
          if (within(m, pluggedIn) && (only.length === 0 || only.some((w) => within(m, w))))
            counted[Math.floor(m / 60)] = (counted[Math.floor(m / 60)] ?? 0) + 1 / 60;
        const got = hoursByClock(chargingSpans(pluggedIn, only));
        for (const [hour, share] of counted.entries()) expect(got[hour]).toBeCloseTo(share, 6);
      }),
    );
  });
});
