/** Plane geometry of a plot: containment, and shortest paths round solids. Metres, x right, y up. */

import { TOLERANCE } from "#core/tolerance.ts";

export type Point = readonly [x: number, y: number];
export type Polygon = readonly Point[];

/** Nearer than this, two things touch, m. */
const TOUCH = 1e-6;

/** The distance of two points, m. */
export const distance = (a: Point, b: Point): number => Math.sqrt((b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2);

/** Twice the area, positive where the corners run counter-clockwise, m2. */
export const signedArea = (polygon: Polygon): number =>
  polygon.reduce((total, [x, y], i) => {
    const [nx, ny] = polygon[(i + 1) % polygon.length] as Point;
    return total + x * ny - nx * y;
  }, 0);

/** Whether a point lies inside; on the outline it may be either. */
function isInside([x, y]: Point, polygon: Polygon): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [xi, yi] = polygon[i] as Point;
    const [xj, yj] = polygon[j] as Point;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

/** Distance of a point from a segment, m. */
export function distanceToSegment([px, py]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const t = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / length2));
  return Math.hypot(px - ax - t * dx, py - ay - t * dy);
}

/** The distance of a point to the nearest side of a polygon, m. */
export const distanceToOutline = (point: Point, polygon: Polygon): number =>
  polygon.reduce(
    (least, corner, i) => Math.min(least, distanceToSegment(point, corner, polygon[(i + 1) % polygon.length] as Point)),
    Number.POSITIVE_INFINITY,
  );

/** Inside, and not on the outline. */
export const isWellInside = (point: Point, polygon: Polygon): boolean =>
  isInside(point, polygon) && distanceToOutline(point, polygon) > TOUCH;

/** Whether two segments cross or touch anywhere but at ends they share. */
function clash(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = ([ax, ay]: Point, [bx, by]: Point, [px, py]: Point) => (bx - ax) * (py - ay) - (by - ay) * (px - ax);
  const [c1, c2, a1, a2] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  if (((c1 > 0 && c2 < 0) || (c1 < 0 && c2 > 0)) && ((a1 > 0 && a2 < 0) || (a1 < 0 && a2 > 0))) return true;
  return (
    [a, b].some((p) => distanceToSegment(p, c, d) < TOUCH) || [c, d].some((p) => distanceToSegment(p, a, b) < TOUCH)
  );
}

/** Whether no two sides of an outline cross or touch, but neighbours at their corner. */
export function isSimple(polygon: Polygon): boolean {
  const n = polygon.length;
  if (n < 3 || Math.abs(signedArea(polygon)) < TOLERANCE) return false;
  const at = (i: number) => polygon[i % n] as Point;
  for (let i = 0; i < n; i++) {
    if (distance(at(i), at(i + 1)) < TOUCH) return false;
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      if (clash(at(i), at(i + 1), at(j), at(j + 1))) return false;
    }
  }
  return true;
}

interface Solid {
  polygon: Polygon;
  left: number;
  right: number;
  bottom: number;
  top: number;
}

const solidOf = (polygon: Polygon): Solid => ({
  polygon,
  left: Math.min(...polygon.map(([x]) => x)) - TOUCH,
  right: Math.max(...polygon.map(([x]) => x)) + TOUCH,
  bottom: Math.min(...polygon.map(([, y]) => y)) - TOUCH,
  top: Math.max(...polygon.map(([, y]) => y)) + TOUCH,
});

const inSome = (x: number, y: number, solids: readonly Solid[]): boolean => {
  for (const s of solids)
    if (x >= s.left && x <= s.right && y >= s.bottom && y <= s.top && isInside([x, y], s.polygon)) return true;
  return false;
};

/**
 * Where a line meets the outline of a solid, as shares of its length; those at its ends are left out.
 * @returns false where it passes through a side well between that side's ends and its own: it goes in there
 */
function meets(a: Point, dx: number, dy: number, { polygon }: Solid, shares: number[]): boolean {
  const ax = a[0];
  const ay = a[1];
  const length2 = dx * dx + dy * dy;
  // Plain numbers and no short-lived lists: this runs some hundred thousand times for a plot with many solids.
  let before = polygon[polygon.length - 1] as Point;
  for (let i = 0; i < polygon.length; i++) {
    const after = polygon[i] as Point;
    const fx = after[0] - before[0];
    const fy = after[1] - before[1];
    const gx = before[0] - ax;
    const gy = before[1] - ay;
    before = after;
    const cross = dx * fy - dy * fx;
    if (cross < TOLERANCE && cross > -TOLERANCE) {
      // Side by side: where the ends of the one lie along the other.
      const first = (gx * dx + gy * dy) / length2;
      if (first > 0 && first < 1) shares.push(first);
      const second = ((gx + fx) * dx + (gy + fy) * dy) / length2;
      if (second > 0 && second < 1) shares.push(second);
      continue;
    }
    const t = (gx * fy - gy * fx) / cross;
    if (t <= 0 || t >= 1) continue;
    const u = (gx * dy - gy * dx) / cross;
    if (u < -TOLERANCE || u > 1 + TOLERANCE) continue;
    const line = Math.sqrt(length2);
    const side = Math.sqrt(fx * fx + fy * fy);
    const isWellInLine = Math.min(t, 1 - t) * line > TOUCH;
    const isWellInSide = Math.min(u, 1 - u) * side > TOUCH;
    if (isWellInLine && isWellInSide && Math.abs(cross) > TOUCH * line * side) return false;
    shares.push(t);
  }
  return true;
}

/**
 * Whether a straight line passes through solids. Along an outline it may run, as long as it is free on one side: what
 * touches or overlaps counts as one solid.
 */
function isBlocked(a: Point, b: Point, all: readonly Solid[]): boolean {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const length = Math.hypot(dx, dy);
  if (length < TOLERANCE) return false;
  const near: Solid[] = [];
  const shares: number[] = [];
  for (const s of all) {
    if (s.right < Math.min(a[0], b[0]) || s.left > Math.max(a[0], b[0])) continue;
    if (s.top < Math.min(a[1], b[1]) || s.bottom > Math.max(a[1], b[1])) continue;
    if (!meets(a, dx, dy, s, shares)) return true;
    near.push(s);
  }
  if (near.length === 0) return false;
  shares.push(1);
  if (shares.length > 1) shares.sort((p, q) => p - q);
  const [ox, oy] = [(dy / length) * TOUCH, (dx / length) * TOUCH];
  let from = 0;
  for (const to of shares) {
    if ((to - from) * length >= TOUCH) {
      const middle = (from + to) / 2;
      const [x, y] = [a[0] + dx * middle, a[1] + dy * middle];
      if (inSome(x - ox, y + oy, near) && inSome(x + ox, y - oy, near)) return true;
    }
    from = to;
  }
  return false;
}

/** Whether a solid could be between two points, by its bounding box alone. */
function mayStandBetween(a: Point, b: Point, all: readonly Solid[]): boolean {
  const left = Math.min(a[0], b[0]);
  const right = Math.max(a[0], b[0]);
  const bottom = Math.min(a[1], b[1]);
  const top = Math.max(a[1], b[1]);
  for (const s of all) if (s.right >= left && s.left <= right && s.top >= bottom && s.bottom <= top) return true;
  return false;
}

/** Corners that a taut lead can bend round. */
function bends(polygon: Polygon): Point[] {
  const turn = Math.sign(signedArea(polygon));
  return polygon.filter((corner, i) => {
    const [px, py] = polygon[(i + polygon.length - 1) % polygon.length] as Point;
    const [nx, ny] = polygon[(i + 1) % polygon.length] as Point;
    return turn * ((corner[0] - px) * (ny - corner[1]) - (corner[1] - py) * (nx - corner[0])) > TOLERANCE;
  });
}

export interface PlanPath {
  lengthM: number;
  points: Point[];
}

interface Corner {
  at: Point;
  /** Its place among the corners of the ground; -1 for the others. */
  onGround: number;
  lengthM: number;
  /** The next one on the way to the target. */
  next: Corner | null;
  done: boolean;
}

/**
 * The fixed solids of a plot, for all parking positions; visibility between their corners is computed once for all
 * paths.
 */
export interface PlotGround {
  solids: readonly Solid[];
  corners: readonly Point[];
  /** Whether the ground blocks the line between two corners: 0 not computed, 1 yes, 2 no. */
  between: Uint8Array;
}

/** The ground of fixed solids, with no visibility computed yet. */
export function groundOf(polygons: readonly Polygon[]): PlotGround {
  const corners = polygons.flatMap(bends);
  return { solids: polygons.map(solidOf), corners, between: new Uint8Array(corners.length ** 2) };
}

/** Whether the ground alone blocks the line between two of its corners. */
function groundBetween({ corners, solids, between }: PlotGround, a: Corner, b: Corner): boolean {
  const at = a.onGround * corners.length + b.onGround;
  if (between[at] === 0) {
    const blocked = isBlocked(a.at, b.at, solids) ? 1 : 2;
    between[at] = blocked;
    between[b.onGround * corners.length + a.onGround] = blocked;
  }
  return between[at] === 1;
}

/**
 * Shortest paths to one point round the ground and additional solids. Corners are settled lazily from the point
 * outwards, each once.
 * @param mostM longer paths are not searched, m
 * @returns the path from a point; null where there is none
 */
export function shortestPathsTo(
  target: Point,
  ground: PlotGround,
  others: readonly Polygon[] = [],
  mostM = Number.POSITIVE_INFINITY,
): (from: Point) => PlanPath | null {
  const added = others.map(solidOf);
  const solids = [...ground.solids, ...added];
  const isBetween = (a: Corner, b: Corner): boolean => {
    if (a.onGround < 0 || b.onGround < 0) return isBlocked(a.at, b.at, solids);
    if (groundBetween(ground, a, b)) return true;
    // A line that the ground leaves free is only blocked by additional solids near it.
    return mayStandBetween(a.at, b.at, added) && isBlocked(a.at, b.at, solids);
  };
  const corner = (at: Point, onGround: number): Corner => ({
    at,
    onGround,
    lengthM: Number.POSITIVE_INFINITY,
    next: null,
    done: false,
  });
  const end = { ...corner(target, -1), lengthM: 0 };
  const open: Corner[] = [end, ...ground.corners.map(corner), ...others.flatMap(bends).map((at) => corner(at, -1))];
  const settled: Corner[] = [];

  /** The next corner outwards; null where no further one can be reached. */
  function settleNext(): Corner | null {
    let nearest: Corner | null = null;
    for (const c of open) if (!c.done && c.lengthM < (nearest?.lengthM ?? Number.POSITIVE_INFINITY)) nearest = c;
    if (!nearest) return null;
    nearest.done = true;
    settled.push(nearest);
    for (const c of open) {
      const lengthM = nearest.lengthM + distance(c.at, nearest.at);
      if (c.done || lengthM >= c.lengthM - TOLERANCE) continue;
      if (isBetween(c, nearest)) continue;
      c.lengthM = lengthM;
      c.next = nearest;
    }
    return nearest;
  }

  return (from) => {
    let best: Corner | null = null;
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; ; i++) {
      const c = settled[i] ?? settleNext();
      // Corners come in the order of their paths: no later one can be nearer.
      if (!c || c.lengthM >= least - TOLERANCE || c.lengthM > mostM) break;
      const lengthM = c.lengthM + distance(from, c.at);
      if (lengthM >= least - TOLERANCE || isBlocked(from, c.at, solids)) continue;
      best = c;
      least = lengthM;
    }
    if (!best) return null;
    const points: Point[] = [from];
    for (let c: Corner | null = best; c; c = c.next) points.push(c.at);
    return { lengthM: least, points };
  };
}
