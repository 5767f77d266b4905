import { describe, expect, it } from "vitest";
import { lawProblems } from "#core/laws/laws.ts";
import { readCase } from "#core/laws/read.ts";
import { ukCase } from "#core/testing/cases.ts";
import { wallPoints } from "./band.ts";
import { isWellInside } from "./geometry.ts";
import { outlineOf, parkedCar, plotOf } from "./plot.ts";
import { reachIn } from "./reach.ts";
import { inUnit, STARTING_PLANS, sideLength, withSide } from "./starting-plans.ts";

describe("the plans to begin with", () => {
  it.each(STARTING_PLANS.map((p) => [p.name, p.place] as const))(
    "%s is valid, and its charger is free on a wall",
    (_, place) => {
      const need = { cars: [{ distancePerDay: { value: 30, unit: "km" as const } }] };
      const home = ukCase({ place, need });
      expect(readCase(home).document).toEqual(home);
      expect(lawProblems(home)).toEqual([]);
      const plot = plotOf(place);
      const at = plot.charger?.at as readonly [number, number];
      expect(plot.solids.some((s) => isWellInside(at, s.polygon))).toBe(false);
      for (const position of plot.parking) {
        const car = outlineOf(position, parkedCar({}));
        for (const corner of car) expect(plot.solids.some((s) => isWellInside(corner, s.polygon))).toBe(false);
      }
      expect(wallPoints(plot, 0.3, 0.5).length).toBeGreaterThan(0);
      expect(reachIn(home).every((r) => r.planPathM !== null)).toBe(true);
      expect(reachIn(home).some((r) => r.verdict !== "short")).toBe(true);
    },
  );
  it("are in feet for a job in feet", () => {
    const [drive] = STARTING_PLANS;
    const feet = inUnit(drive?.place as NonNullable<typeof drive>["place"], "ft");
    expect(feet.charger).toEqual({ at: [14.76, -0.33], height: 3.94, leadLength: 16.4, width: 0.98 });
    expect(feet.solids?.[0]?.points[2]).toEqual([29.53, 22.97]);
    expect(inUnit(feet, "ft")).toBe(feet);
    expect(inUnit({ unit: "m" }, "ft")).toEqual({ unit: "ft" });
    expect(inUnit({ unit: "ft", charger: { at: [10, 0] } }, "m").charger).toEqual({ at: [3.05, 0] });
  });
});

describe("a side of another length", () => {
  const square = [
    [0, 0],
    [4, 0],
    [4, 3],
    [0, 3],
  ];
  it("takes the opposite one along in an outline of four corners", () => {
    expect(withSide(square, 0, 6)).toEqual([
      [0, 0],
      [6, 0],
      [6, 3],
      [0, 3],
    ]);
    expect(withSide(square, 3, 1)).toEqual([
      [0, 2],
      [4, 2],
      [4, 3],
      [0, 3],
    ]);
    expect([0, 1].map((side) => sideLength(square, side))).toEqual([4, 3]);
  });
  it("moves its end alone in any other", () => {
    const five = [...square.slice(0, 3), [2, 5], [0, 3]];
    expect(withSide(five, 0, 5)).toEqual([
      [0, 0],
      [5, 0],
      [4, 3],
      [2, 5],
      [0, 3],
    ]);
  });
});
