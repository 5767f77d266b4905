import { describe, expect, it } from "vitest";
import { SOLID_KINDS } from "#core/case/document/vocabulary.ts";
import { alignedMove, freeName, gapIn, legFrom, lengthOf, newOutline, wallAlong, withCorner } from "./draw.ts";
import { groundOf, isSimple, type Point, shortestPathsTo, signedArea } from "./geometry.ts";
import type { Plot } from "./plot.ts";

const EMPTY: Plot = { solids: [], parking: [], charger: null };

describe("a wall along a line", () => {
  it("has half its thickness on either side", () => {
    expect(wallAlong([0, 0], [4, 0], 0.2)).toEqual([
      [0, -0.1],
      [4, -0.1],
      [4, 0.1],
      [0, 0.1],
    ]);
    const slanted = wallAlong([1, 1], [4, 5], 0.3);
    // Twice its area.
    expect(Math.abs(signedArea(slanted ?? []))).toBeCloseTo(2 * 5 * 0.3, 9);
    expect(wallAlong([1, 1], [1, 1], 0.3)).toBe(null);
  });
});

describe("a typed leg", () => {
  it("goes its length in its direction", () => {
    const end = legFrom([1, 2], 3, 90);
    expect(end[0]).toBeCloseTo(1, 9);
    expect(end[1]).toBeCloseTo(5, 9);
    expect(legFrom([0, 0], 2, 180)[0]).toBeCloseTo(-2, 9);
  });
  it("makes a line as long as all its legs", () => {
    expect(lengthOf([])).toBe(0);
    expect(lengthOf([[1, 1]])).toBe(0);
    expect(
      lengthOf([
        [0, 0],
        [3, 4],
        [3, 10],
      ]),
    ).toBe(11);
  });
});

describe("a gate in a wall", () => {
  const wall = wallAlong([0, 0], [5, 0], 0.2) ?? [];
  it("leaves two walls with a gap that a lead may go through", () => {
    const gap = gapIn(wall, 1, 3);
    expect(gap?.walls).toHaveLength(2);
    expect([gap?.from, gap?.to]).toEqual([
      [1, 0],
      [4, 0],
    ]);
    const [below, above]: [Point, Point] = [
      [2.5, -2],
      [2.5, 2],
    ];
    expect(shortestPathsTo(above, groundOf([wall]))(below)?.lengthM).toBeGreaterThan(4.5);
    expect(shortestPathsTo(above, groundOf(gap?.walls ?? []))(below)?.lengthM).toBeCloseTo(4, 9);
  });
  it("at an end leaves one wall", () => {
    expect(gapIn(wall, 0, 2)?.walls).toHaveLength(1);
    expect(gapIn(wall, 3, 2)?.walls).toHaveLength(1);
    expect(gapIn(wall, 0, 5)?.walls).toHaveLength(0);
  });
  it("that does not fit, or in what is no such wall, is refused", () => {
    expect(gapIn(wall, 3, 2.01)).toBe(null);
    expect(gapIn(wall, -0.1, 1)).toBe(null);
    expect(gapIn(wall, 1, 0)).toBe(null);
    expect(gapIn(wall.slice(0, 3), 1, 1)).toBe(null);
  });
});

describe("a new thing", () => {
  it("is a simple outline of every kind, to the right of what is there", () => {
    const plot: Plot = {
      ...EMPTY,
      solids: [
        {
          id: "a",
          kind: "house",
          polygon: [
            [0, -1],
            [5, -1],
            [5, 4],
          ],
        },
      ],
      parking: [{ id: "p", at: [6, 2], heading: 0 }],
    };
    for (const kind of SOLID_KINDS) {
      expect(isSimple(newOutline(kind, plot))).toBe(true);
      expect(Math.min(...newOutline(kind, plot).map(([x]) => x))).toBe(7);
      expect(Math.min(...newOutline(kind, plot).map(([, y]) => y))).toBe(-1);
      expect(Math.min(...newOutline(kind, EMPTY).map(([x]) => x))).toBe(0);
    }
  });
  it("has a name that nothing has", () => {
    expect(freeName("bed", [])).toBe("bed");
    expect(freeName("bed", ["bed", "bed-2"])).toBe("bed-3");
  });
});

describe("a move", () => {
  it("brings corners into line with what is near, in each direction by itself", () => {
    const [x, y] = alignedMove([1, 1], [[0, 0]], [[1.1, 5]]);
    expect(x).toBeCloseTo(1.1, 9);
    expect(y).toBe(1);
    expect(alignedMove([1, 1], [[0, 0]], [[1.13, 0.8]])).toEqual([1, 1]);
    expect(alignedMove([1, 1], [[0, 0]], [])).toEqual([1, 1]);
  });
});

describe("a corner more", () => {
  it("is in the middle of its side", () => {
    const square: Point[] = [
      [0, 0],
      [2, 0],
      [2, 2],
      [0, 2],
    ];
    expect(withCorner(square, 3)).toEqual([...square, [0, 1]]);
    expect(withCorner(square, 0)[1]).toEqual([1, 0]);
    expect(withCorner(square, 9)).toBe(square);
  });
});
