/**
 * Checks of the wall that a charger is mounted on: by the figures of the rules, from the plan where it shows them,
 * otherwise to be confirmed on site.
 */

import { type Asked, answerTo, askedOnSite, holdsByAnswer } from "#core/case/document/confirmations.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Codebook } from "#core/rules/types.ts";
import type { WallRules } from "#core/rules/wall.ts";
import { exceeds } from "#core/tolerance.ts";
import { showBuildingLength, showNumber } from "#core/units.ts";
import { onWall } from "./band.ts";
import { distanceToOutline, type Point } from "./geometry.ts";
import { outlineOf, type ParkedCar, type Plot, parkedCars, plotOf } from "./plot.ts";

export interface WallCheck {
  id: string;
  text: string;
  rule: string;
  /** Null where the plan does not show it: to be confirmed on site. */
  passes: boolean | null;
  /** The measured value on the plan, m. */
  numbers: string;
  /** The question to the person on site, where the plan does not show it. */
  asked?: Asked;
}

/** Heron's own figures: room beside the unit, and where a bumper reaches, m. */
const SIDE_M = 0.05;
const BUMPER_M = 0.6;
const BUMPER_HEIGHT_M = 1;
/** The least distance of a charger from the outline of a car on any position, as drawn or turned, m. */
const nearestCar = (plot: Plot, cars: readonly ParkedCar[], at: Point): number =>
  Math.min(
    ...plot.parking.flatMap((p) =>
      cars.flatMap((car) => [false, true].map((turned) => distanceToOutline(at, outlineOf(p, car, turned)))),
    ),
    Number.POSITIVE_INFINITY,
  );

/** The checks of a wall with what is asked on site, and the answers of the case. */
const withAnswers = (checks: readonly WallCheck[], document: Pick<CaseDocument, "confirmations">): WallCheck[] =>
  checks.map((check) => {
    if (check.passes !== null) return check;
    const asked = askedOnSite(`place.${check.id}: ${check.text}`, check.text, check.numbers || check.text);
    return { ...check, asked, passes: holdsByAnswer(answerTo(asked, document)) };
  });

/** Thickness of the wall that the hole goes through, as it was entered; the usual one while nobody has. */
const thicknessOf = ({ place }: CaseDocument, { hole }: WallRules): string =>
  place?.hole?.thickness === undefined
    ? `${hole.thickness} ${hole.unit} is assumed`
    : `${showNumber(place.hole.thickness)} ${place.unit} was entered`;

/** What is seen to before the hole of a charger's cable is drilled; empty without a charger on the plan. */
export function holeChecks(document: CaseDocument, { wall: rules }: Pick<Codebook, "wall">): WallCheck[] {
  if (!document.place?.charger) return [];
  return withAnswers(
    [
      {
        id: "thickness",
        text: "The thickness of the wall was probed",
        rule: "Heron's own",
        passes: null,
        numbers: thicknessOf(document, rules),
      },
      {
        id: "behind",
        text: "Cables and pipes were looked for on both sides",
        rule: "Heron's own",
        passes: null,
        numbers: `not within ${rules.hole.keepAway} of a corner or of a known cable`,
      },
    ],
    document,
  );
}

/** Checks of the charger's wall with the answers that were given on site; empty without a charger on the plan. */
export const wallOf = (document: CaseDocument, codebook: Pick<Codebook, "wall" | "conventions">): WallCheck[] =>
  document.place
    ? withAnswers(
        wallChecks(plotOf(document.place), parkedCars(document), codebook, document.charger?.outdoors ?? true),
        document,
      )
    : [];

/** Checks of the charger's wall by the figures of the rules; empty without a charger on the plan. */
export function wallChecks(
  plot: Plot,
  cars: readonly ParkedCar[],
  { wall: rules, conventions }: Pick<Codebook, "wall" | "conventions">,
  outdoors: boolean,
): WallCheck[] {
  const { charger } = plot;
  if (!charger) return [];
  const m = (lengthM: number) => showBuildingLength(lengthM, conventions);
  const { indoors, outdoors: outside, most } = rules.couplingM;
  const least = outdoors ? outside : indoors;
  const { heightM, widthM, at } = charger;
  const wall = onWall(plot, at);
  const room = wall ? Math.min(wall.alongM, wall.lengthM - wall.alongM) : 0;
  const needs = widthM / 2 + SIDE_M;
  const near = nearestCar(plot, cars, at);
  const harmed = near < BUMPER_M && heightM < BUMPER_HEIGHT_M;
  return [
    {
      id: "height",
      text: `The coupling, when stowed, is at least ${m(least)} up${most ? ` and no more than ${m(most)}` : ""}`,
      rule: rules.couplingRule,
      passes: !exceeds(least, heightM) && (most === null || !exceeds(heightM, most)),
      numbers: `the lead's outlet is at ${m(heightM)}`,
    },
    {
      id: "width",
      text: `The wall is straight for the unit and ${m(SIDE_M)} on each side`,
      rule: "Maker's instructions",
      passes: wall !== null && !exceeds(needs, room),
      numbers: wall ? `${m(room)} to the nearer end, ${m(needs)} needed` : "it is not on a wall of the plan",
    },
    {
      id: "bumper",
      text: `Out of the way of bumpers: ${m(BUMPER_M)} from where one stops, or above ${m(BUMPER_HEIGHT_M)}; else a wheel stop or post`,
      rule: "Heron's own",
      passes: plot.parking.length === 0 || cars.length === 0 ? null : !harmed,
      numbers: Number.isFinite(near) ? `${m(near)} from the nearest car` : "no car on the plan",
    },
    { id: "gas", text: rules.gas, rule: "Gas company, local code", passes: null, numbers: "" },
    {
      id: "enclosure",
      text: rules.enclosure,
      rule: "Maker's marking",
      passes: outdoors ? null : true,
      numbers: outdoors ? "" : "indoors",
    },
    {
      id: "lead",
      text: "The lead crosses no footway, no sharp edge and not the edge of a garage door; otherwise mount it elsewhere or record how it is protected",
      rule: "Heron's own",
      passes: null,
      numbers: "",
    },
    { id: "flood", text: "Above the flood level, where one is known", rule: "Local code", passes: null, numbers: "" },
  ];
}
