/** Main device and back-fed sources on one bus of a panel (NEC 705.12(B)). */
import { exceeds } from "#core/tolerance.ts";
import { showA, showPercent } from "#core/units.ts";
import type { BusRules } from "../types.ts";
import { BUS_RATINGS_A } from "./service.ts";

/** Sources count at this much of their output. */
export const SOURCE_FACTOR = 1.25;
/** With the source at the end opposite to the main, main and source may come to this share of the bus. */
const OPPOSITE_SHARE = 1.2;

/** @param sections of the edition: source at the far end, anywhere, and the sum of all devices */
export function necBus(sections: { far: string; near: string; sum: string }): BusRules {
  return {
    ratingsA: BUS_RATINGS_A,
    sourcesFit({ busA, mainA, devicesA, sources }) {
      const outputA = sources.reduce((t, s) => t + s.outputA, 0);
      const loadedA = mainA + SOURCE_FACTOR * outputA;
      const numbers = `${showA(mainA)} + ${SOURCE_FACTOR} x ${showA(outputA)} = ${showA(loadedA)}`;
      const opposite = sources.every((s) => s.oppositeEnd);
      const sumA = devicesA?.reduce((t, a) => t + a, 0);
      if (!exceeds(loadedA, busA))
        return {
          fits: true,
          cited: {
            rule: sections.near,
            formula: "main + 125 % of the sources <= bus",
            numbers: `${numbers} <= ${showA(busA)}`,
          },
        };
      if (opposite && !exceeds(loadedA, busA * OPPOSITE_SHARE))
        return {
          fits: true,
          cited: {
            rule: sections.far,
            formula: `main + 125 % of the sources at the far end <= ${showPercent(OPPOSITE_SHARE)} of the bus`,
            numbers: `${numbers} <= ${showA(busA * OPPOSITE_SHARE)}`,
          },
        };
      if (sumA !== undefined && !exceeds(sumA, busA))
        return {
          fits: true,
          cited: {
            rule: sections.sum,
            formula: "sum of all devices but the main <= bus",
            numbers: `${showA(sumA)} <= ${showA(busA)}`,
          },
        };
      return {
        fits: false,
        cited: {
          rule: `${sections.near}; ${sections.far}; ${sections.sum}`,
          formula: "main + 125 % of the sources, or the sum of all devices but the main, within the bus",
          numbers: `${numbers}, over ${showPercent(opposite ? OPPOSITE_SHARE : 1)} of the ${showA(busA)} bus; ${sumA === undefined ? "not all devices beside the main have been read" : `all devices but the main come to ${showA(sumA)}`}`,
        },
      };
    },
  };
}
