/** Plots written out in full: the reach of the lead car by car, the band along the walls, the wall, the next cars. */
import { describe, expect, it } from "vitest";
import type { CaseDocument, Place } from "#core/case/document/types.ts";
import { bandFor, bestOf, nearestOnWall, onWall } from "#core/place/band.ts";
import { holeBetween } from "#core/place/hole.ts";
import { nextCarsAt } from "#core/place/next-cars.ts";
import { type HungCharger, outlineOf, parkedCars, plotOf, portOf } from "#core/place/plot.ts";
import { isServed, reachIn, standsInside, withLead } from "#core/place/reach.ts";
import { STARTING_PLANS } from "#core/place/starting-plans.ts";
import { wallChecks } from "#core/place/wall.ts";
import { codebookOf } from "#core/rules/index.ts";
import { ukCase, usCase } from "../cases.ts";
import { digits, json, storedSheet } from "./stored.ts";

const day = { distancePerDay: { value: 30, unit: "km" as const } };
const CARS: NonNullable<CaseDocument["need"]>["cars"] = [
  { ...day, size: { length: 4.3, width: 1.8 }, port: { side: "left", along: 0.2, heightM: 0.9 } },
  { ...day, size: { length: 3.6, width: 1.65 }, port: { side: "front", along: 0.5, heightM: 0.7 } },
  { ...day, class: "pickup" },
];
const planNamed = (id: string): Place => STARTING_PLANS.find((p) => p.id === id)?.place as Place;

/** A yard in feet: a slanted wall, a fence, a bush in the way, a charger on the back of a shed. */
const yard: Place = {
  unit: "ft",
  solids: [
    {
      id: "house",
      kind: "house",
      points: [
        [0, 0],
        [30, 4],
        [29, 24],
        [-1, 20],
      ],
    },
    {
      id: "shed",
      kind: "house",
      points: [
        [36, -6],
        [44, -6],
        [44, 2],
        [36, 2],
      ],
    },
    {
      id: "bush",
      kind: "bed",
      points: [
        [14, -8],
        [19, -9],
        [21, -5],
        [16, -3],
      ],
    },
  ],
  parking: [
    { id: "drive", at: [6, -12], heading: 80 },
    { id: "side", at: [25, -14], heading: 185 },
  ],
  charger: { at: [35.8, -3], height: 4, leadLength: 22, width: 1 },
};

const PLOTS: Record<string, CaseDocument> = {
  "uk-drive": ukCase({ place: planNamed("drive"), need: { cars: CARS } }),
  "us-garage": usCase({ place: planNamed("garage"), need: { cars: CARS } }),
  "uk-behind-the-house": ukCase({ place: STARTING_PLANS.at(-1)?.place as Place, need: { cars: CARS.slice(1) } }),
  "us-yard-in-feet": usCase({ place: yard, need: { cars: CARS.slice(0, 2) } }),
};

const at = (point: readonly number[] | null | undefined) => (point ? `(${point.map(digits).join(", ")})` : "nowhere");
/** Along the band, each so many steps are written out. */
const EVERY = 23;

function plotSheet(home: CaseDocument): string {
  const place = home.place as Place;
  const plot = plotOf(place);
  const cars = parkedCars(home);
  const reach = reachIn(home);
  const band = bandFor(plot, plot.charger as HungCharger, cars, 0.1);
  const best = bestOf(band);
  const charger = plot.charger?.at ?? [0, 0];
  const wall = onWall(plot, charger);
  const nearest = nearestOnWall(plot, [charger[0] + 0.7, charger[1] - 0.4], plot.charger?.widthM ?? 0.3);
  const { thickness = 0.3, outside = 1.1, inside = 1.2 } = place.hole ?? {};
  const hole = holeBetween(thickness, outside, inside);
  return `${[
    `charger at ${at(charger)}, on ${wall ? `a wall, ${json(wall)}` : "no wall"}; inside ${standsInside(plot, cars, codebookOf(home.rules).words.solid) ?? "nothing"}`,
    `nearest wall: ${json(nearest)}`,
    ...plot.parking.flatMap((p) =>
      cars.flatMap((car, c) =>
        [false, true].map(
          (turned) =>
            `car ${c} at ${p.id}${turned ? ", turned" : ""}: port ${at(portOf(p, car, turned))}, corners ${outlineOf(p, car, turned).map(at).join(" ")}`,
        ),
      ),
    ),
    "",
    ...reach.map(
      (r) =>
        `${r.parking}, car ${r.car}${r.turned ? ", turned" : ""}: ${r.verdict}, in the plan ${digits(r.planPathM)} m, lying ${digits(r.liesM)} m, hanging ${digits(r.hangsM)} m`,
    ),
    ...plot.parking.map((p) => `${p.id} serves ${cars.map((_, c) => isServed(reach, p.id, c)).join(", ")}`),
    ...[3, 5, 7.5, 10].map(
      (lead) =>
        `a lead of ${lead} m: ${withLead(reach, lead)
          .map((r) => r.verdict)
          .join(", ")}`,
    ),
    "",
    `${band.length} steps along the walls, the best ${best ? json(best) : "none"}`,
    ...band.filter((_, i) => i % EVERY === 0).map(json),
    "",
    ...wallChecks(plot, cars, codebookOf(home.rules), true).map(
      (c) => `${c.id}: ${c.passes ?? "to confirm"}; ${c.text} ${c.numbers ?? ""} (${c.rule})`,
    ),
    ...nextCarsAt(place).map((c) => json(c)),
    `a hole of ${thickness} m: ${digits(hole.angleDeg)} degrees, ${digits(hole.lengthM)} m, ${hole.fallsOut ? "falls out" : "does not fall out"}`,
  ].join("\n")}\n`;
}

describe("the whole plan of a plot", () => {
  it.each(Object.entries(PLOTS))("%s is as it was read", (name, home) => {
    const sheet = plotSheet(home);
    expect(sheet).toBe(storedSheet(`plots/${name}`, sheet));
  });
});
