import { describe, expect, it } from "vitest";
import { recordedCauses } from "./charger-record.ts";

const session = (minutes: number, reason = "PowerLoss") => ({
  startedAt: "2026-12-01T20:00:00Z",
  stoppedAt: new Date(Date.UTC(2026, 11, 1, 20) + minutes * 60_000).toISOString(),
  reason,
});
const causesOf = (...all: Parameters<typeof recordedCauses>) => recordedCauses(...all).map(({ cause }) => cause);

describe("the record of a charger", () => {
  it("says nothing of charges that ended as they should", () => {
    expect(recordedCauses([session(300, "EVDisconnected"), { ...session(5), stoppedAt: null }], [])).toEqual([]);
  });
  it.each([
    [1, /trips the device at once/],
    [2, /over the device/],
    [60, /over the device/],
    [61, /warm after hours/],
  ])("tells a supply that goes away after %d minutes", (minutes, cause) => {
    expect(causesOf([session(minutes)], [])[0]).toMatch(cause);
  });
  it("goes by the middle of several, and says how many", () => {
    const [found] = recordedCauses([session(1), session(30), session(300), session(200, "Local")], []);
    expect(found?.seen).toBe("Its supply went away in 3 of 4 charges, after 30 minutes as a rule");
  });
  it("names the causes of what was reported, the most frequent first", () => {
    const reports = ["reports UnderVoltage", "reports GroundFailure", "reports GroundFailure", "went back"];
    expect(recordedCauses([], reports).map(({ seen }) => seen)).toEqual([
      "It reported a fault to earth 2 times",
      "It reported a voltage outside of its band once",
    ]);
  });
});
