/** Pulling conductors into a raceway: tension by weight, length and bends, and the pressure against the wall of a bend. */
import type { Conductor, RunSegment } from "#core/case/document/types.ts";
import { ownValue } from "#core/own-value.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import type { DesignedSegment, RouteCheck } from "#core/rules/circuit/types.ts";
import { exceeds, roundedDown } from "#core/tolerance.ts";
import { lengthFt, showNumber } from "#core/units.ts";
import { circularMils } from "./circuit-tables.ts";

/** Friction in a raceway, dry and with lubricant; usual figures. */
const DRY = 0.5;
const LUBRICATED = 0.35;
/** Weight of a cubic inch of metal, lb, and what insulation adds; usual figures. */
const POUNDS: Readonly<Record<"cu" | "al", number>> = { cu: 0.323, al: 0.098 };
const INSULATED = 1.15;
/** What a conductor may be pulled with, lb a circular mil. */
const PULL_ON: Readonly<Record<"cu" | "al", number>> = { cu: 0.008, al: 0.006 };
/** What a grip over the conductors holds, lb. */
const GRIP_LB = 1000;
/** Pressure against the wall of a bend, lb a foot of its radius. */
const SIDE_WALL_LB = 500;
/** Radius of a field bend by trade size, inches (chapter 9, table 2). */
const BEND_RADIUS_IN: Readonly<Record<string, number>> = {
  "1/2 in": 4,
  "3/4 in": 4.5,
  "1 in": 5.75,
  "1-1/4 in": 7.25,
  "1-1/2 in": 8.25,
  "2 in": 9.5,
};
/** An easier pull than this share of what is allowed needs no line. */
const WORTH_SAYING = 0.25;
const RULE = "usual practice; the maker's figures come first";
const CUBIC_INCHES = Math.PI / 4 / 1e6;

/** Weight of a foot of single conductors, lb. */
function weightOf(conductors: readonly Conductor[]): number {
  return conductors.reduce((total, { size, material }) => {
    const inches = circularMils(size) * CUBIC_INCHES * 12;
    return total + inches * POUNDS[material ?? "cu"] * INSULATED;
  }, 0);
}

/** What conductors may be pulled with together, lb. */
const mostOn = (conductors: readonly Conductor[]): number =>
  Math.min(
    GRIP_LB,
    conductors.reduce((total, { size, material }) => total + circularMils(size) * PULL_ON[material ?? "cu"], 0),
  );

/** Tension at the end of a pull whose bends are all at its far end, lb; nobody records where they are. */
const tensionOf = (feet: number, poundsAFoot: number, degrees: number, friction: number): number =>
  feet * poundsAFoot * friction * Math.exp((friction * degrees * Math.PI) / 180);

/**
 * A check of each part of the run that single conductors are pulled into.
 * @param live live conductors beside the equipment grounding conductor
 */
export function pullChecks(
  segments: readonly RunSegment[],
  made: readonly DesignedSegment[],
  live: number,
): RouteCheck[] {
  return segments.flatMap((segment, i) => {
    const designed = made[i];
    const trade = designed?.conduit && /^\S+ in/.exec(designed.conduit)?.[0];
    const radiusIn = trade ? ownValue(BEND_RADIUS_IN, trade) : undefined;
    if (!designed || radiusIn === undefined) return [];
    const pulled = Array.from({ length: live }, () => designed.conductor);
    const weight = weightOf([...pulled, designed.earthConductor]);
    const mostLb = mostOn(pulled);
    const feet = lengthFt(segment.length);
    const degrees = segment.bendDegrees ?? 0;
    const mostByWall = degrees > 0 ? (SIDE_WALL_LB * radiusIn) / 12 : Number.POSITIVE_INFINITY;
    const limitLb = Math.min(mostLb, mostByWall);
    const dryLb = tensionOf(feet, weight, degrees, DRY);
    if (!exceeds(dryLb, limitLb * WORTH_SAYING)) return [];
    const wetLb = tensionOf(feet, weight, degrees, LUBRICATED);
    const passes = !exceeds(wetLb, limitLb);
    const byWall = mostByWall < mostLb ? `, by the wall of a bend of ${showNumber(radiusIn)} in` : "";
    const words = exceeds(dryLb, limitLb)
      ? passes
        ? `${showNumber(Math.round(wetLb))} lb with lubricant, ${showNumber(Math.round(dryLb))} lb without it`
        : `${showNumber(Math.round(wetLb))} lb even with lubricant: a pull point at least every ${showNumber(roundedDown((feet * limitLb) / wetLb))} ft`
      : `${showNumber(Math.round(dryLb))} lb`;
    const check = routeCheck(
      "pull",
      `Pulling in, part ${i + 1}`,
      passes,
      RULE,
      "weight x length x friction, grown by the bends; pull from the end that is nearer to the bends",
      `${words} of ${showNumber(Math.round(limitLb))} lb${byWall}`,
    );
    // Pull points within a part are not recorded.
    return [{ ...check, advice: true as const }];
  });
}
