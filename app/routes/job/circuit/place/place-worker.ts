/** The band along the walls, off the page's own thread. */
import { expose } from "comlink";
import { type BandPoint, bandFor } from "#core/place/band.ts";
import { possibleCars } from "#core/place/next-cars.ts";
import type { ParkedCar, Plot } from "#core/place/plot.ts";

/** Beside today's cars the band is worked out for those that may come, at a wider step: there are many. */
const NEXT_STEP_M = 0.5;

export interface BandsOfWall {
  today: BandPoint[];
  next: BandPoint[];
}

const api = {
  bands(plot: Plot, cars: readonly ParkedCar[]): BandsOfWall {
    if (!plot.charger) return { today: [], next: [] };
    const next = possibleCars().map((c) => c.car);
    return {
      today: bandFor(plot, plot.charger, cars),
      next: bandFor(plot, plot.charger, next, NEXT_STEP_M),
    };
  },
};
export type PlaceWorker = typeof api;

expose(api);
