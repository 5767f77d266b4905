/** Where along the walls a charger could hang, and how well it would serve the cars from there. */
import { exceeds } from "#core/tolerance.ts";
import { distance, distanceToSegment, isWellInside, type Point, signedArea } from "./geometry.ts";
import { type HungCharger, outlineOf, type ParkedCar, type Plot } from "./plot.ts";
import { everyReach, pathsToPort, reachOf } from "./reach.ts";

/** Solids that a charger can be mounted on; a fence adds a note. */
const HANGS_ON: readonly string[] = ["house", "garage", "pillar", "wall", "fence"];
/** Distance of the lead's outlet from the wall, m. */
const IN_FRONT_M = 0.1;
export const STEP_M = 0.05;

export interface WallPoint {
  solid: string;
  /** Which side of the solid, from 0, and how far along it, m. */
  side: number;
  alongM: number;
  at: Point;
}

/** A stretch of wall with the charger's lead in front of it. */
export interface BandPoint extends WallPoint {
  /** Positions and cars that are served, of all of them, either way round. */
  served: number;
  of: number;
  /** Lead that is left over at the one that asks for most of those that are served, lying or hanging, m. */
  slackM: number;
}

/** A point in front of a side, at a place along it; outside of the solid. */
export function inFront(plot: Plot, solid: string, side: number, alongM: number): Point | null {
  const polygon = plot.solids.find((s) => s.id === solid)?.polygon;
  const [a, b] = [polygon?.[side], polygon?.[(side + 1) % (polygon?.length ?? 1)]];
  if (!polygon || !a || !b) return null;
  const length = distance(a, b);
  const [ux, uy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const out = signedArea(polygon) > 0 ? 1 : -1;
  return [a[0] + ux * alongM + out * uy * IN_FRONT_M, a[1] + uy * alongM - out * ux * IN_FRONT_M];
}

/** Where a charger may hang, step by step along every wall; nothing inside another solid. */
export function wallPoints(plot: Plot, widthM: number, stepM = STEP_M): WallPoint[] {
  return plot.solids
    .filter((s) => HANGS_ON.includes(s.kind))
    .flatMap(({ id, polygon }) =>
      polygon.flatMap((a, side) => {
        const length = distance(a, polygon[(side + 1) % polygon.length] as Point);
        const points: WallPoint[] = [];
        for (let alongM = widthM / 2; !exceeds(alongM, length - widthM / 2); alongM += stepM) {
          const at = inFront(plot, id, side, alongM);
          if (at && !plot.solids.some((s) => isWellInside(at, s.polygon))) points.push({ solid: id, side, alongM, at });
        }
        return points;
      }),
    );
}

/** A straight wall with a place on it. */
export interface OnWall {
  alongM: number;
  lengthM: number;
  /** Its ends, and the place. */
  from: Point;
  to: Point;
  foot: Point;
}

/** The straight wall that a charger at a point is mounted on; null without one. */
export function onWall(plot: Plot, [px, py]: Point): OnWall | null {
  for (const { kind, polygon } of plot.solids)
    if (HANGS_ON.includes(kind))
      for (const [side, a] of polygon.entries()) {
        const b = polygon[(side + 1) % polygon.length] as Point;
        if (distanceToSegment([px, py], a, b) > 2 * IN_FRONT_M) continue;
        const lengthM = distance(a, b);
        const [ux, uy] = [(b[0] - a[0]) / lengthM, (b[1] - a[1]) / lengthM];
        const alongM = (px - a[0]) * ux + (py - a[1]) * uy;
        return { alongM, lengthM, from: a, to: b, foot: [a[0] + ux * alongM, a[1] + uy * alongM] };
      }
  return null;
}

/** The nearest place on a wall to a point. */
export function nearestOnWall(plot: Plot, to: Point, widthM: number): WallPoint | null {
  let best: WallPoint | null = null;
  for (const p of wallPoints(plot, widthM)) if (!best || distance(p.at, to) < distance(best.at, to)) best = p;
  return best;
}

/**
 * The band along the walls for some cars.
 * @param onProgress receives the finished share, 0 to 1
 */
export function bandFor(
  plot: Plot,
  charger: HungCharger,
  cars: readonly ParkedCar[],
  stepM = STEP_M,
  onProgress: (share: number) => void = () => {},
): BandPoint[] {
  const ways = everyReach(plot, cars, ({ position, car, turned }) => ({
    position,
    car,
    path: pathsToPort(plot, position, car, turned),
  }));
  const asked = plot.parking.flatMap((position) =>
    cars.map((car) => ways.filter((w) => w.position === position && w.car === car)),
  );
  const points = wallPoints(plot, charger.widthM, stepM);
  return points.map((point, i) => {
    if (i % 100 === 0) onProgress(i / points.length);
    const hung = { ...charger, at: point.at };
    const standsInCar = plot.parking.some((p) => cars.some((car) => isWellInside(point.at, outlineOf(p, car))));
    let served = 0;
    let slackM = Number.POSITIVE_INFINITY;
    for (const either of standsInCar ? [] : asked) {
      const hangs = either.map(
        ({ car, path }) => reachOf(hung, path(point.at), car).hangsM ?? Number.POSITIVE_INFINITY,
      );
      const least = Math.min(...hangs);
      if (exceeds(least, charger.leadM)) continue;
      served++;
      slackM = Math.min(slackM, charger.leadM - least);
    }
    return { ...point, served, of: asked.length, slackM: served > 0 ? slackM : 0 };
  });
}

/** The place that serves most, with the most slack. */
export const bestOf = (band: readonly BandPoint[]): BandPoint | null =>
  band.reduce<BandPoint | null>(
    (best, p) =>
      p.served > 0 && (!best || p.served > best.served || (p.served === best.served && exceeds(p.slackM, best.slackM)))
        ? p
        : best,
    null,
  );
