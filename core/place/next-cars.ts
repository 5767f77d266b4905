/** The next car: the same charger against every class of car with its port at each corner. */

import type { CarClass, Place } from "#core/case/document/types.ts";
import { CAR_CLASSES } from "#core/energy/need/cars.ts";
import { distance, type PlanPath } from "./geometry.ts";
import {
  type ChargingPort,
  type HungCharger,
  type ParkedCar,
  type Plot,
  plotOf,
  portOf,
  USUAL_PORT_HEIGHT_M,
} from "./plot.ts";
import { pathsToPort, reachOf } from "./reach.ts";

/** Where ports are, most often: on a flank, near one end. Heron's own. */
const NEAR_END = 0.12;
const PORT_CORNERS: readonly { name: string; port: ChargingPort }[] = [
  { name: "front left", port: { side: "left", along: NEAR_END, heightM: USUAL_PORT_HEIGHT_M } },
  { name: "front right", port: { side: "right", along: NEAR_END, heightM: USUAL_PORT_HEIGHT_M } },
  { name: "rear left", port: { side: "left", along: 1 - NEAR_END, heightM: USUAL_PORT_HEIGHT_M } },
  { name: "rear right", port: { side: "right", along: 1 - NEAR_END, heightM: USUAL_PORT_HEIGHT_M } },
];

export interface NextCar {
  class: CarClass;
  corner: string;
  /** On some position, one way round or the other. */
  served: boolean;
}

const CLASSES = Object.keys(CAR_CLASSES) as CarClass[];

/** Cars of all classes and corners, in order. */
export const possibleCars = (): { class: CarClass; corner: string; car: ParkedCar }[] =>
  CLASSES.flatMap((of) =>
    PORT_CORNERS.map(({ name, port }) => {
      const { length, width } = CAR_CLASSES[of].size;
      return { class: of, corner: name, car: { lengthM: length, widthM: width, port } };
    }),
  );

/** Empty where the plan has no charger or no position. */
export function nextCars(plot: Plot): NextCar[] {
  const { charger } = plot;
  if (!charger || plot.parking.length === 0) return [];
  return possibleCars().map(({ class: of, corner, car }) => ({
    class: of,
    corner,
    served: isServedSomewhere(plot, charger, car),
  }));
}

const known = new WeakMap<Place, NextCar[]>();

/** The next cars of a case's place, worked out once. */
export function nextCarsAt(place: Place): NextCar[] {
  const next = known.get(place) ?? nextCars(plotOf(place));
  known.set(place, next);
  return next;
}

function isServedSomewhere(plot: Plot, charger: HungCharger, car: ParkedCar): boolean {
  const reaches = (path: PlanPath | null) => reachOf(charger, path, car).verdict !== "short";
  return plot.parking.some((position) =>
    [false, true].some((turned) => {
      const points = [charger.at, portOf(position, car, turned)] as const;
      // Where the straight line is too long already, no path is looked for.
      if (!reaches({ lengthM: distance(...points), points: [...points] })) return false;
      return reaches(pathsToPort(plot, position, car, turned, charger.leadM)(charger.at));
    }),
  );
}
