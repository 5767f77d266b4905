/** Whether a lead reaches the ports of the cars: lying on the ground, hanging, or not. */

import type { CaseDocument, Place } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { groundOf, isWellInside, type PlanPath, type PlotGround, type Point, shortestPathsTo } from "./geometry.ts";
import {
  type HungCharger,
  outlineOf,
  type ParkedCar,
  type ParkingPosition,
  type Plot,
  parkedCars,
  plotOf,
  portOf,
} from "./plot.ts";

export type ReachVerdict = "lies" | "hangs" | "short";

/** One car on one position, as drawn or the other way round. */
export interface LeadReach {
  parking: string;
  /** Place among the cars of the need, from 0. */
  car: number;
  turned: boolean;
  /** Shortest path in the plan; null where there is none, as are the lengths derived from it. */
  planPathM: number | null;
  liesM: number | null;
  hangsM: number | null;
  verdict: ReachVerdict;
}

/** Slack at both ends of a lead, m. */
const SLACK_M = 0.5;

/** Lead that a path asks for, m. */
export function leadFor(planPathM: number, { heightM }: Pick<HungCharger, "heightM">, portHeightM: number) {
  return {
    liesM: planPathM + heightM + portHeightM + SLACK_M,
    hangsM: Math.hypot(planPathM, heightM - portHeightM) + SLACK_M,
  };
}

const verdictOf = (leadM: number, { liesM, hangsM }: ReturnType<typeof leadFor>): ReachVerdict =>
  !exceeds(liesM, leadM) ? "lies" : !exceeds(hangsM, leadM) ? "hangs" : "short";

const grounds = new WeakMap<Plot, PlotGround>();
function groundOfPlot(plot: Plot): PlotGround {
  const ground = grounds.get(plot) ?? groundOf(plot.solids.map((s) => s.polygon));
  grounds.set(plot, ground);
  return ground;
}

/**
 * Shortest paths to the port of a car on a position, round the solids, itself and the cars on the other positions.
 * @param mostM longer paths are not looked for, m
 */
export function pathsToPort(
  plot: Plot,
  position: ParkingPosition,
  car: ParkedCar,
  turned: boolean,
  mostM?: number,
): (from: Point) => PlanPath | null {
  const others = plot.parking.filter((p) => p !== position).map((p) => outlineOf(p, car));
  const cars = [outlineOf(position, car, turned), ...others];
  return shortestPathsTo(portOf(position, car, turned), groundOfPlot(plot), cars, mostM);
}

/** The same paths with another lead. */
export const withLead = (reach: readonly LeadReach[], leadM: number): LeadReach[] =>
  reach.map((row) =>
    row.liesM === null || row.hangsM === null
      ? row
      : { ...row, verdict: verdictOf(leadM, { liesM: row.liesM, hangsM: row.hangsM }) },
  );

/** The reach of a charger's lead along a path in the plan: on the ground, hanging, or short; lengths in m. */
export function reachOf(
  charger: HungCharger,
  path: PlanPath | null,
  car: ParkedCar,
): Pick<LeadReach, "planPathM" | "liesM" | "hangsM" | "verdict"> {
  if (!path) return { planPathM: null, liesM: null, hangsM: null, verdict: "short" };
  const lead = leadFor(path.lengthM, charger, car.port.heightM);
  return { planPathM: path.lengthM, ...lead, verdict: verdictOf(charger.leadM, lead) };
}

/** Every car on every position, both ways round. */
export const everyReach = <T>(plot: Plot, cars: readonly ParkedCar[], of: (at: Reached) => T): T[] =>
  plot.parking.flatMap((position) =>
    cars.flatMap((car, index) => [false, true].map((turned) => of({ position, car, index, turned }))),
  );
export interface Reached {
  position: ParkingPosition;
  car: ParkedCar;
  index: number;
  turned: boolean;
}

const known = new WeakMap<Place, { cars: string; reach: LeadReach[] }>();

/** Reach of a case's charger; empty where no place, no position or no car was entered. */
export function reachIn({ place, need }: Pick<CaseDocument, "place" | "need">): LeadReach[] {
  if (!place) return [];
  const cars = parkedCars({ need });
  const key = JSON.stringify(cars);
  const before = known.get(place);
  if (before?.cars === key) return before.reach;
  const plot = plotOf(place);
  const { charger } = plot;
  const reach = charger
    ? everyReach(plot, cars, ({ position, car, index, turned }): LeadReach => {
        const path = pathsToPort(plot, position, car, turned)(charger.at);
        return { parking: position.id, car: index, turned, ...reachOf(charger, path, car) };
      })
    : [];
  known.set(place, { cars: key, reach });
  return reach;
}

/**
 * The solid that would contain the charger, phrased to follow "inside": no lead leads out of it; null where it is
 * free.
 */
export function standsInside(
  { solids, parking, charger }: Plot,
  cars: readonly ParkedCar[],
  nameOf: Codebook["words"]["solid"],
): string | null {
  if (!charger) return null;
  const solid = solids.find((s) => isWellInside(charger.at, s.polygon));
  if (solid) return `the ${nameOf(solid.kind)}${solid.id === solid.kind ? "" : ` (${solid.id})`}`;
  const under = parking.find((p) => cars.some((car) => isWellInside(charger.at, outlineOf(p, car))));
  return under ? `the car on "${under.id}"` : null;
}

/** Whether a position is served for a car: as drawn or turned. */
export const isServed = (reach: readonly LeadReach[], parking: string, car: number): boolean =>
  reach.some((r) => r.parking === parking && r.car === car && r.verdict !== "short");
