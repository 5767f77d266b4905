/** Shortest paths on random plots, and drawn things on slanted walls, written out in full. */
import { describe, expect, it } from "vitest";
import { seededRandom } from "#core/chance.ts";
import { alignedMove, gapIn, lengthOf, newOutline, wallAlong, withCorner } from "#core/place/draw.ts";
import {
  distance,
  distanceToOutline,
  groundOf,
  isSimple,
  isWellInside,
  type Point,
  type Polygon,
  shortestPathsTo,
  signedArea,
} from "#core/place/geometry.ts";
import { plotOf } from "#core/place/plot.ts";
import { STARTING_PLANS } from "#core/place/starting-plans.ts";
import { digits, storedSheet } from "./stored.ts";

const at = ([x, y]: Point) => `(${digits(Math.round(x * 1e6) / 1e6)}, ${digits(Math.round(y * 1e6) / 1e6)})`;
const outline = (polygon: Polygon | null) => (polygon ? polygon.map(at).join(" ") : "none");

/** A box of some size, turned about its middle. */
function turnedBox([x, y]: Point, width: number, depth: number, degrees: number): Polygon {
  const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  const corners: Polygon = [
    [-width / 2, -depth / 2],
    [width / 2, -depth / 2],
    [width / 2, depth / 2],
    [-width / 2, depth / 2],
  ];
  return corners.map(([u, v]): Point => [x + u * cos - v * sin, y + u * sin + v * cos]);
}

/** A plot of twelve by ten metres with boxes on it; some touch or overlap. */
function randomPlot(seed: number) {
  const random = seededRandom(seed);
  const point = (): Point => [12 * random(), 10 * random()];
  const boxes = Array.from({ length: 5 }, () =>
    turnedBox(point(), 1 + 3 * random(), 0.5 + 2 * random(), seed % 3 === 0 ? 0 : 180 * random()),
  );
  return {
    boxes,
    added: [turnedBox(point(), 4.4, 1.8, 360 * random())],
    target: point(),
    from: Array.from({ length: 8 }, point),
  };
}

function plotLines(seed: number): string[] {
  const { boxes, added, target, from } = randomPlot(seed);
  const [alone, beside] = [
    shortestPathsTo(target, groundOf(boxes)),
    shortestPathsTo(target, groundOf(boxes), added, 14),
  ];
  return [
    "",
    `# ${seed}: to ${at(target)}, areas ${boxes.map((b) => digits(signedArea(b))).join(" ")}`,
    ...from.map((p) => {
      const [free, round] = [alone(p), beside(p)];
      const inside = boxes.map((b) => (isWellInside(p, b) ? "in" : digits(distanceToOutline(p, b)))).join(" ");
      return `${at(p)}: ${digits(distance(p, target))} m straight, ${digits(free?.lengthM)} m by ${(free?.points ?? []).map(at).join(" ")}; past a car ${digits(round?.lengthM)} m in ${round?.points.length ?? 0}; outlines ${inside}`;
    }),
  ];
}

describe("shortest paths on random plots", () => {
  it("are as they were read", () => {
    const sheet = `${Array.from({ length: 24 }, (_, seed) => plotLines(seed + 1))
      .flat()
      .join("\n")}\n`;
    expect(sheet).toBe(storedSheet("plots/random-paths", sheet));
  });
  it("are no shorter than the straight line, and the same there and back", () => {
    for (let seed = 1; seed <= 24; seed++) {
      const { boxes, target, from } = randomPlot(seed);
      const ground = groundOf(boxes);
      const to = shortestPathsTo(target, ground);
      for (const p of from) {
        const [there, back] = [to(p), shortestPathsTo(p, ground)(target)];
        expect(there === null).toBe(back === null);
        if (!there || !back) continue;
        expect(there.lengthM).toBeGreaterThanOrEqual(distance(p, target) - 1e-9);
        expect(there.lengthM).toBeCloseTo(back.lengthM, 6);
        expect(lengthOf(there.points)).toBeCloseTo(there.lengthM, 9);
      }
    }
  });
});

describe("outlines that cross themselves", () => {
  it("are told from simple ones", () => {
    const random = seededRandom(5);
    const drawn = Array.from({ length: 60 }, (_, n): Polygon => {
      const corners = 3 + (n % 4);
      return Array.from({ length: corners }, (): Point => [Math.round(6 * random()), Math.round(6 * random())]);
    });
    const sheet = `${drawn.map((p) => `${isSimple(p) ? "simple" : "crosses or touches itself"}: ${outline(p)}`).join("\n")}\n`;
    expect(sheet).toBe(storedSheet("plots/simple-outlines", sheet));
  });
});

describe("things drawn on a plan", () => {
  it("are as they were read", () => {
    const wall = wallAlong([1, 2], [5.2, 4.1], 0.25) as Polygon;
    const plot = plotOf(STARTING_PLANS[0]?.place as never);
    const kinds = ["house", "garage", "pillar", "fence", "wall", "bed", "steps", "footway", "neighbour"] as const;
    const gaps = [
      [0.5, 0.9],
      [0, 1],
      [3.7, 0.9956],
      [0.01, 0.5],
      [4, 2],
      [-0.1, 1],
      [1, 0],
    ] as const;
    const sheet = `${[
      `wall ${outline(wall)}`,
      ...gaps.map(([from, width]) => {
        const gap = gapIn(wall, from, width);
        return `gap of ${width} at ${from}: ${gap ? `${at(gap.from)} to ${at(gap.to)}; ${gap.walls.map(outline).join(" | ")}` : "does not fit"}`;
      }),
      ...kinds.map((kind) => `${kind} ${outline(newOutline(kind, plot))}`),
      ...[0, 1, 2, 3].map((side) => `corner on side ${side}: ${outline(withCorner(wall, side))}`),
      `moved ${at(
        alignedMove(
          [0.95, 2.04],
          [
            [0, 0],
            [1, 1],
          ],
          [
            [1, 2],
            [4, 5],
            [2.1, 9],
          ],
        ),
      )}`,
    ].join("\n")}\n`;
    expect(sheet).toBe(storedSheet("plots/drawn", sheet));
  });
});
