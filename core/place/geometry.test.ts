import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { distance, groundOf, isSimple, isWellInside, type Point, type Polygon, shortestPathsTo } from "./geometry.ts";

const box = (x: number, y: number, w: number, h: number): Polygon => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
];
const path = (from: Point, to: Point, ...solids: Polygon[]) => shortestPathsTo(to, groundOf(solids))(from);
const length = (from: Point, to: Point, ...solids: Polygon[]) => path(from, to, ...solids)?.lengthM ?? null;

describe("the shortest way round solids", () => {
  it("is the straight line where nothing is in the way", () => {
    expect(path([0, 0], [3, 4])).toEqual({
      lengthM: 5,
      points: [
        [0, 0],
        [3, 4],
      ],
    });
    expect(length([0, 0], [4, 0], box(1, 1, 1, 1))).toBe(4);
    expect(length([1, 1], [1, 1])).toBe(0);
  });
  it("bends round corners", () => {
    const round = path([0, 0], [4, 0], box(1, -1, 2, 3));
    expect(round?.lengthM).toBeCloseTo(2 * Math.SQRT2 + 2, 9);
    expect(round?.points).toEqual([
      [0, 0],
      [1, -1],
      [3, -1],
      [4, 0],
    ]);
  });
  it("may run along an outline and touch a corner", () => {
    expect(length([0, 0], [4, 0], box(1, 0, 2, 3))).toBe(4);
    expect(length([0, 0], [2, 2], box(1, -1, 2, 2))).toBeCloseTo(2 * Math.SQRT2, 9);
    // Along a side it lies on, from end to end.
    expect(length([1, 0], [3, 0], box(1, 0, 2, 3))).toBe(2);
  });
  it("passes between separate solids, and not between touching or overlapping ones", () => {
    const between = (gap: number) => length([0, 0], [6, 0], box(1, -4, 2, 4), box(1, gap, 2, 4));
    expect(between(0.02)).toBe(6);
    expect(between(0)).toBeGreaterThan(8);
    expect(between(-0.5)).toBeGreaterThan(8);
    // Side by side: the seam between two boxes is no way.
    expect(length([2, -1], [2, 2], box(0, 0, 2, 1), box(2, 0, 2, 1))).toBeGreaterThan(4);
  });
  it("is null out of, or into, an enclosed area", () => {
    expect(path([0, 0], [1.5, 0.5], box(1, 0, 1, 1))).toBeNull();
    expect(path([1.5, 0.5], [0, 0], box(1, 0, 1, 1))).toBeNull();
    const ring = [box(0, 0, 5, 1), box(0, 4, 5, 1), box(0, 0, 1, 5), box(4, 0, 1, 5)];
    expect(path([2.5, 2.5], [9, 9], ...ring)).toBeNull();
    expect(length([2, 2], [3, 3], ...ring)).toBeCloseTo(Math.SQRT2, 9);
  });
  it("goes through the open side of a garage", () => {
    const garage: Polygon = [
      [0, 0],
      [6, 0],
      [6, 6],
      [0, 6],
      [0, 5.8],
      [5.8, 5.8],
      [5.8, 0.2],
      [0, 0.2],
    ];
    expect(isSimple(garage)).toBe(true);
    expect(length([3, 7], [3, 3], garage)).toBeCloseTo(distance([3, 7], [0, 6]) + 0.2 + distance([0, 5.8], [3, 3]), 9);
  });
});

describe("the shortest way (property)", () => {
  const at = fc.double({ min: -10, max: 10, noNaN: true });
  const point = fc.tuple(at, at) as fc.Arbitrary<Point>;
  const size = fc.double({ min: 0.2, max: 5, noNaN: true });
  const turned = fc
    .tuple(point, size, size, fc.double({ min: 0, max: Math.PI, noNaN: true }))
    .map(
      ([[x, y], w, h, a]): Polygon =>
        box(0, 0, w, h).map(
          ([px, py]): Point => [x + px * Math.cos(a) - py * Math.sin(a), y + px * Math.sin(a) + py * Math.cos(a)],
        ),
    );
  const solids = fc.array(turned, { maxLength: 5 });
  const outside = (p: Point, all: readonly Polygon[]) => all.every((s) => !isWellInside(p, s));

  it("is never shorter than the straight line, and as long as its pieces", () => {
    fc.assert(
      fc.property(point, point, solids, (a, b, all) => {
        const found = path(a, b, ...all);
        if (!found) return;
        expect(found.lengthM).toBeGreaterThanOrEqual(distance(a, b) - 1e-9);
        const pieces = found.points.slice(1).reduce((t, p, i) => t + distance(p, found.points[i] as Point), 0);
        expect(pieces).toBeCloseTo(found.lengthM, 9);
      }),
    );
  });
  it("is the same there and back", () => {
    fc.assert(
      fc.property(point, point, solids, (a, b, all) => {
        const [there, back] = [length(a, b, ...all), length(b, a, ...all)];
        if (there === null || back === null) expect(there).toBe(back);
        else expect(there).toBeCloseTo(back, 6);
      }),
    );
  });
  it("is never shortened by one more solid", () => {
    fc.assert(
      fc.property(point, point, solids, turned, (a, b, all, more) => {
        const [before, after] = [length(a, b, ...all), length(a, b, ...all, more)];
        if (before === null) expect(after).toBeNull();
        else if (after !== null) expect(after).toBeGreaterThanOrEqual(before - 1e-6);
      }),
    );
  });
  it("is the same on a plot that is mirrored, moved and turned", () => {
    fc.assert(
      fc.property(
        point,
        point,
        solids,
        point,
        fc.double({ min: 0, max: 6, noNaN: true }),
        (a, b, all, [mx, my], angle) => {
          const to = ([x, y]: Point): Point => [
            mx - x * Math.cos(angle) - y * Math.sin(angle),
            my - x * Math.sin(angle) + y * Math.cos(angle),
          ];
          const [here, there] = [length(a, b, ...all), length(to(a), to(b), ...all.map((s) => s.map(to)))];
          if (here === null || there === null) expect(there).toBe(here);
          else expect(there).toBeCloseTo(here, 6);
        },
      ),
    );
  });
  it("exists wherever both ends are free and no solids meet", () => {
    fc.assert(
      fc.property(point, point, turned, (a, b, solid) => {
        if (outside(a, [solid]) && outside(b, [solid])) expect(path(a, b, solid)).not.toBeNull();
      }),
    );
  });
});

describe("an outline", () => {
  it("is simple where its sides neither cross nor touch", () => {
    expect(isSimple(box(0, 0, 2, 1))).toBe(true);
    expect(
      isSimple([
        [0, 0],
        [2, 2],
        [2, 0],
        [0, 2],
      ]),
    ).toBe(false);
    expect(
      isSimple([
        [0, 0],
        [2, 0],
        [1, 0],
        [1, 2],
      ]),
    ).toBe(false);
    expect(
      isSimple([
        [0, 0],
        [1, 1],
      ]),
    ).toBe(false);
    expect(
      isSimple([
        [0, 0],
        [1, 0],
        [2, 0],
      ]),
    ).toBe(false);
    expect(
      isSimple([
        [0, 0],
        [1, 0],
        [1, 0],
        [1, 1],
      ]),
    ).toBe(false);
  });
});
