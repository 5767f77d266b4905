/** A raceway that is there already: its tightest elbow, and the old conductors that go. */
import type { RunSegment } from "#core/case/document/types.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import type { DesignedSegment, RouteCheck } from "#core/rules/circuit/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showNumber } from "#core/units.ts";
import { CONDUCTORS } from "./circuit-tables.ts";

/** Least inside radius of a bend, in diameters of a single conductor; usual practice. */
const LEAST_DIAMETERS = 4;

/** Outside diameter of a single conductor, inches; null for one that is not in the tables. */
function diameterIn({ size, type }: DesignedSegment["conductor"]): number | null {
  const row = CONDUCTORS.find((made) => made.size === size);
  const area = row?.[type === "xhhw-2" ? "xhhw" : "thhn"];
  return area ? Math.sqrt((4 * area) / Math.PI) : null;
}

/** Checks of the parts that lie in a raceway that is there. */
export function oldRacewayChecks(segments: readonly RunSegment[], made: readonly DesignedSegment[]): RouteCheck[] {
  return segments.flatMap(({ raceway }, i) => {
    const conductor = made[i]?.conductor;
    if (!raceway?.existing || !conductor) return [];
    return [...elbow(raceway.elbowIn, conductor, i), ...oldConductors(raceway.old, i)];
  });
}

function elbow(radiusIn: number | undefined, conductor: DesignedSegment["conductor"], part: number): RouteCheck[] {
  const diameter = diameterIn(conductor);
  if (radiusIn === undefined || diameter === null) return [];
  const leastIn = LEAST_DIAMETERS * diameter;
  return [
    routeCheck(
      "elbow",
      `Tightest elbow, part ${part + 1}`,
      !exceeds(leastIn, radiusIn),
      "usual practice; the maker's figures come first",
      `a radius of at least ${LEAST_DIAMETERS} diameters of the conductor; else a pull box in the elbow's place`,
      `${showNumber(radiusIn)} in against ${LEAST_DIAMETERS} x ${showNumber(diameter)} in = ${showNumber(leastIn)} in`,
    ),
  ];
}

const OLD: Readonly<Record<NonNullable<NonNullable<RunSegment["raceway"]>["old"]>, { label: string; asks: string }>> = {
  "pull-line": {
    label: "Old conductors as a pull line",
    asks: "proved dead at both ends, free to move in the raceway, joined so that the joint passes every elbow; a spare line goes in with them",
  },
  "taken-out": {
    label: "Old conductors taken out",
    asks: "proved dead at both ends, and a line is pulled in as they come out",
  },
};

const oldConductors = (old: keyof typeof OLD | undefined, part: number): RouteCheck[] =>
  old === undefined
    ? []
    : [
        routeCheck(
          "old-conductors",
          `${OLD[old].label}, part ${part + 1}`,
          null,
          "Heron's own",
          OLD[old].asks,
          "see to it before the pull",
        ),
      ];
