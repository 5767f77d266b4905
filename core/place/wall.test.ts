import { describe, expect, it } from "vitest";
import { ukConventions } from "#core/rules/bs7671/conventions.ts";
import { ukWall } from "#core/rules/bs7671/wall.ts";
import { necConventions } from "#core/rules/nec/conventions.ts";
import { necWall } from "#core/rules/nec/wall.ts";
import { onWall } from "./band.ts";
import { type ParkedCar, type Plot, parkedCar } from "./plot.ts";
import { wallChecks } from "./wall.ts";

const house = {
  id: "house",
  kind: "house" as const,
  polygon: [
    [0, 0],
    [9, 0],
    [9, 7],
    [0, 7],
  ] as const,
};
const plot = (charger: Partial<NonNullable<Plot["charger"]>> = {}): Plot => ({
  solids: [house],
  parking: [{ id: "p", at: [3, -3], heading: 90 }],
  charger: { at: [3, -0.1], heightM: 1.2, leadM: 5, widthM: 0.3, ...charger },
});
const cars: ParkedCar[] = [parkedCar({ size: { length: 4, width: 1.8 } })];
const RULES = {
  us: { wall: necWall, conventions: necConventions },
  uk: { wall: ukWall, conventions: ukConventions },
};
const passes = (of: Plot, region: "us" | "uk", outdoors = true) =>
  Object.fromEntries(wallChecks(of, cars, RULES[region], outdoors).map((c) => [c.id, c.passes]));

describe("the wall of a charger", () => {
  it("is to be confirmed where the plan does not show it", () => {
    expect(passes(plot(), "us")).toEqual({
      height: true,
      width: true,
      bumper: true,
      gas: null,
      enclosure: null,
      lead: null,
      flood: null,
    });
    expect(passes(plot(), "us", false).enclosure).toBe(true);
    expect(wallChecks({ ...plot(), charger: null }, cars, RULES.us, true)).toEqual([]);
  });
  it("has the coupling high enough, and not too high where the rules say so", () => {
    expect(passes(plot({ heightM: 0.61 }), "us").height).toBe(true);
    expect(passes(plot({ heightM: 0.6 }), "us").height).toBe(false);
    expect(passes(plot({ heightM: 0.46 }), "us", false).height).toBe(true);
    expect(passes(plot({ heightM: 0.45 }), "us", false).height).toBe(false);
    expect([0.74, 0.75, 1.2, 1.21].map((heightM) => passes(plot({ heightM }), "uk").height)).toEqual([
      false,
      true,
      true,
      false,
    ]);
    expect(passes(plot({ heightM: 2 }), "us").height).toBe(true);
  });
  it("has room on both sides, on a wall", () => {
    expect(passes(plot({ at: [0.2, -0.1] }), "us").width).toBe(true);
    expect(passes(plot({ at: [0.19, -0.1] }), "us").width).toBe(false);
    expect(passes(plot({ at: [8.85, -0.1] }), "us").width).toBe(false);
    expect(passes(plot({ at: [3, -2] }), "us").width).toBe(false);
    expect(onWall(plot(), [9.1, 2])).toEqual({ alongM: 2, lengthM: 7, from: [9, 0], to: [9, 7], foot: [9, 2] });
    expect(onWall({ ...plot(), solids: [{ ...house, kind: "bed" }] }, [3, -0.1])).toBeNull();
  });
  it("is out of the way of bumpers, or above them", () => {
    const close = { ...plot({ heightM: 0.9 }), parking: [{ id: "p", at: [3, -2.6] as const, heading: 90 }] };
    expect(passes(close, "us").bumper).toBe(false);
    expect(
      passes({ ...close, charger: { ...(close.charger as NonNullable<Plot["charger"]>), heightM: 1 } }, "us").bumper,
    ).toBe(true);
    expect(passes({ ...close, parking: [{ id: "p", at: [3, -2.71], heading: 90 }] }, "us").bumper).toBe(true);
    expect(wallChecks(close, [], RULES.us, true).find((c) => c.id === "bumper")?.passes).toBeNull();
  });
});
