import { describe, expect, it } from "vitest";
import { bandFor, bestOf, inFront, nearestOnWall, wallPoints } from "./band.ts";
import { comesOutAt, holeBetween } from "./hole.ts";
import { nextCars, possibleCars } from "./next-cars.ts";
import { type ParkedCar, type Plot, parkedCar } from "./plot.ts";
import { pathsToPort, reachOf } from "./reach.ts";

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
const plot = (changes: Partial<Plot> = {}): Plot => ({
  solids: [house],
  parking: [{ id: "p", at: [3, -3], heading: 90 }],
  charger: { at: [3, -0.1], heightM: 1.2, leadM: 5, widthM: 0.3 },
  ...changes,
});
const car: ParkedCar = parkedCar({
  size: { length: 4, width: 1.8 },
  port: { side: "front", along: 0.5, heightM: 0.8 },
});
const charger = plot().charger as NonNullable<Plot["charger"]>;

describe("where a charger may hang", () => {
  it("is in front of a wall, outside, whichever way its outline runs", () => {
    expect(inFront(plot(), "house", 0, 3)).toEqual([3, -0.1]);
    const turned = plot({ solids: [{ ...house, polygon: [...house.polygon].reverse() }] });
    expect(inFront(turned, "house", 2, 3)?.[1]).toBeCloseTo(-0.1, 12);
    expect(inFront(plot(), "gone", 0, 3)).toBeNull();
  });
  it("leaves room for the unit at the corners, and nothing inside another solid", () => {
    const points = wallPoints(plot(), 0.3, 0.5);
    const front = points.filter((p) => p.side === 0);
    expect(front[0]?.alongM).toBeCloseTo(0.15, 12);
    expect(front.at(-1)?.alongM).toBeCloseTo(8.65, 12);
    const bed = {
      id: "bed",
      kind: "bed" as const,
      polygon: [
        [4, -1],
        [6, -1],
        [6, 0],
        [4, 0],
      ] as const,
    };
    const beside = wallPoints(plot({ solids: [house, bed] }), 0.3, 0.5).filter(
      (p) => p.solid === "house" && p.side === 0,
    );
    expect(beside.every((p) => p.at[0] <= 4 || p.at[0] >= 6)).toBe(true);
    expect(wallPoints(plot({ solids: [bed] }), 0.3)).toEqual([]);
  });
  it("is found next to a point", () => {
    expect(nearestOnWall(plot(), [3.02, -2], 0.3)).toMatchObject({ solid: "house", side: 0 });
    expect(nearestOnWall(plot(), [20, 3], 0.3)?.side).toBe(1);
    expect(nearestOnWall(plot({ solids: [] }), [0, 0], 0.3)).toBeNull();
  });
});

describe("the band along the walls", () => {
  it("says of each place how many it serves, and the slack, as the reach does", () => {
    const shares: number[] = [];
    const band = bandFor(plot(), charger, [car], 0.25, (s) => shares.push(s));
    expect(shares[0]).toBe(0);
    for (const p of band.filter((_, i) => i % 7 === 0)) {
      const either = [false, true].map((turned) => {
        const path = pathsToPort(plot(), plot().parking[0] as never, car, turned)(p.at);
        return reachOf({ ...charger, at: p.at }, path, car).hangsM as number;
      });
      expect(p.of).toBe(1);
      expect(p.served).toBe(Math.min(...either) <= 5 ? 1 : 0);
      if (p.served) expect(p.slackM).toBeCloseTo(5 - Math.min(...either), 9);
    }
    const best = bestOf(band);
    expect(best?.side).toBe(0);
    expect(best?.at[0]).toBeCloseTo(3, 0);
  });
  it("serves no car from inside a car, and has no best position where it serves none", () => {
    const close = plot({ parking: [{ id: "p", at: [3, -1.5], heading: 90 }] });
    const under = bandFor(close, charger, [{ ...car, lengthM: 3.2 }], 0.25).find(
      (p) => p.side === 0 && Math.abs(p.at[0] - 3) < 0.2,
    );
    expect(under).toMatchObject({ served: 0, slackM: 0 });
    expect(bestOf(bandFor(plot(), { ...charger, leadM: 0.6 }, [car], 0.5))).toBeNull();
    expect(bandFor(plot({ parking: [] }), charger, [car], 3).every((p) => p.of === 0)).toBe(true);
  });
});

describe("the next car", () => {
  it("is of five classes with its port at four corners", () => {
    expect(possibleCars()).toHaveLength(20);
    expect(new Set(possibleCars().map((c) => c.class)).size).toBe(5);
    // A pickup would cover the position of the lead.
    const served = nextCars(plot());
    expect(served.filter((c) => !c.served).map((c) => c.class)).toEqual(["pickup", "pickup", "pickup", "pickup"]);
    const short = nextCars(plot({ charger: { ...charger, leadM: 3 } }));
    expect(short.filter((c) => c.served).length).toBeGreaterThan(0);
    expect(short.filter((c) => c.served).length).toBeLessThan(20);
    expect(
      short.every(
        (c) => !c.served || nextCars(plot()).find((n) => n.class === c.class && n.corner === c.corner)?.served,
      ),
    ).toBe(true);
    expect(nextCars(plot({ charger: null }))).toEqual([]);
    expect(nextCars(plot({ parking: [] }))).toEqual([]);
  });
});

describe("a hole through a wall", () => {
  it("has the angle and the length of its two ends", () => {
    // Brick 102, cavity 75, block 100, plaster 13 mm.
    const hole = holeBetween(0.29, 1, 1.05);
    expect(hole.angleDeg).toBeCloseTo(9.7824, 3);
    expect(hole.lengthM).toBeCloseTo(0.29428, 5);
    expect(hole.fallsOut).toBe(true);
    expect(holeBetween(0.29, 1, 1).fallsOut).toBe(false);
    expect(holeBetween(0.29, 1, 0.95).angleDeg).toBeLessThan(0);
    expect(comesOutAt(0.29, 1, hole.angleDeg)).toBeCloseTo(1.05, 9);
    expect(holeBetween(1, 0, Math.tan((3 * Math.PI) / 180)).fallsOut).toBe(true);
  });
});
