/** Drawing on a plan: walls as lines with a thickness, gaps in them, and new things beside what is there; metres. */
import { exceeds } from "#core/tolerance.ts";
import { distance, type Point, type Polygon } from "./geometry.ts";
import type { Plot, PlotSolid } from "./plot.ts";

type Kind = PlotSolid["kind"];

/** Default thickness of a drawn wall, m. */
export const USUAL_THICKNESS_M: Partial<Record<Kind, number>> = { wall: 0.2, fence: 0.1 };

/** A wall along a line, half its thickness on either side; null where both ends are one point. */
export function wallAlong([ax, ay]: Point, [bx, by]: Point, thicknessM: number): Polygon | null {
  const length = Math.hypot(bx - ax, by - ay);
  if (length < 1e-6) return null;
  const [nx, ny] = [((ay - by) / length) * (thicknessM / 2), ((bx - ax) / length) * (thicknessM / 2)];
  return [
    [ax - nx, ay - ny],
    [bx - nx, by - ny],
    [bx + nx, by + ny],
    [ax + nx, ay + ny],
  ];
}

/** The point so far from another in a direction, degrees counter-clockwise from +x. */
export const legFrom = ([x, y]: Point, lengthM: number, degrees: number): Point => {
  const angle = (degrees * Math.PI) / 180;
  return [x + Math.cos(angle) * lengthM, y + Math.sin(angle) * lengthM];
};

/** The length of a line through points, m. */
export const lengthOf = (points: readonly Point[]): number =>
  points.reduce((t, p, i) => (i === 0 ? 0 : t + distance(points[i - 1] as Point, p)), 0);

export interface Gap {
  /** The remaining wall on both sides; a side without length is left out. */
  walls: Polygon[];
  /** The ends of the opening, in the middle of the wall. */
  from: Point;
  to: Point;
}

const LEAST_M = 0.02;

/**
 * A door or a gate in a wall of four corners, as a gap.
 * @param atM from the wall's beginning to the opening, along its first side
 * @returns null where it does not fit, or the solid is no such wall
 */
export function gapIn(wall: Polygon, atM: number, widthM: number): Gap | null {
  if (wall.length !== 4) return null;
  const [a, b, c, d] = wall as unknown as [Point, Point, Point, Point];
  const length = distance(a, b);
  if (widthM <= 0 || atM < 0 || exceeds(atM + widthM, length)) return null;
  const along = ([px, py]: Point, [qx, qy]: Point, m: number): Point => [
    px + ((qx - px) * m) / length,
    py + ((qy - py) * m) / length,
  ];
  const middle = (m: number): Point => {
    const [p, q] = [along(a, b, m), along(d, c, m)];
    return [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
  };
  const end = atM + widthM;
  const walls: Polygon[] = [];
  if (atM > LEAST_M) walls.push([a, along(a, b, atM), along(d, c, atM), d]);
  if (length - end > LEAST_M) walls.push([along(a, b, end), b, c, along(d, c, end)]);
  return { walls, from: middle(atM), to: middle(end) };
}

/** Outlines of new things, their lower left corner at 0, 0. */
const box = (width: number, depth: number): Polygon => [
  [0, 0],
  [width, 0],
  [width, depth],
  [0, depth],
];
const NEW: Record<Kind, Polygon> = {
  house: box(9, 7),
  garage: [
    [0, 0],
    [0.3, 0],
    [0.3, 0.2],
    [0.2, 0.2],
    [0.2, 5.8],
    [2.8, 5.8],
    [2.8, 0.2],
    [2.7, 0.2],
    [2.7, 0],
    [3, 0],
    [3, 6],
    [0, 6],
  ],
  pillar: box(0.4, 0.4),
  fence: box(4, 0.1),
  wall: box(4, 0.2),
  bed: box(3, 1),
  steps: box(1.5, 1),
  footway: box(8, 1.5),
  neighbour: box(7, 6),
};
const BESIDE_M = 1;

/** A new outline to the right of everything on the plot. */
export function newOutline(kind: Kind, plot: Plot): Polygon {
  const points = [...plot.solids.flatMap((s) => s.polygon), ...plot.parking.map((p) => p.at)];
  const x = points.length === 0 ? 0 : Math.max(...points.map(([px]) => px)) + BESIDE_M;
  const y = points.length === 0 ? 0 : Math.min(...points.map(([, py]) => py));
  return NEW[kind].map(([px, py]) => [px + x, py + y]);
}

/** An id that nothing on the plan has: "pillar", "pillar-2". */
export function freeName(kind: string, taken: readonly string[]): string {
  if (!taken.includes(kind)) return kind;
  let n = 2;
  while (taken.includes(`${kind}-${n}`)) n++;
  return `${kind}-${n}`;
}

/** Corners come into line with corners of other things that are nearer than this, m. */
const ALIGN_M = 0.12;

/** A move, corrected so that a corner lines up with one of another thing, in x and in y each. */
export function alignedMove(by: Point, corners: readonly Point[], others: readonly Point[]): Point {
  const nearest = (axis: 0 | 1): number => {
    let best = 0;
    let least = ALIGN_M;
    for (const corner of corners)
      for (const other of others) {
        const off = other[axis] - (corner[axis] + by[axis]);
        if (Math.abs(off) < least) {
          least = Math.abs(off);
          best = off;
        }
      }
    return best;
  };
  return [by[0] + nearest(0), by[1] + nearest(1)];
}

/** An outline with a corner more, in the middle of a side. */
export function withCorner(polygon: Polygon, side: number): Polygon {
  const [a, b] = [polygon[side], polygon[(side + 1) % polygon.length]];
  if (!a || !b) return polygon;
  return [...polygon.slice(0, side + 1), [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2], ...polygon.slice(side + 1)];
}
