/** The next car: the same charger against every class of car with its port at each corner. */

import type { CarClass } from "#core/case/document/types.ts";
import { CAR_CLASSES } from "#core/need/cars.ts";
import { type ParkedCar, type Plot, type Port, USUAL_PORT_HEIGHT_M } from "./plot.ts";
import { everyReach, pathsToPort, reachOf } from "./reach.ts";

/** Where ports are, most often: on a flank, near one end. Heron's own. */
const NEAR_END = 0.12;
const PORT_CORNERS: readonly { name: string; port: Port }[] = [
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

/** Empty where no charger or no position stands on the plan. */
export function nextCars(plot: Plot): NextCar[] {
  const { charger } = plot;
  if (!charger || plot.parking.length === 0) return [];
  return possibleCars().map(({ class: of, corner, car }) => ({
    class: of,
    corner,
    served: everyReach(plot, [car], ({ position, turned }) => {
      const path = pathsToPort(plot, position, car, turned)(charger.at);
      return reachOf(charger, path, car).verdict;
    }).some((verdict) => verdict !== "short"),
  }));
}
