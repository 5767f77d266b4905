/** Three plans to begin with; metres, to be drawn over with what is there. */
import type { Place } from "#core/case/document/types.ts";
import { FT_PER_M } from "#core/units.ts";

export interface StartingPlan {
  id: string;
  name: string;
  place: Place;
}

const HOUSE = [
  [0, 0],
  [9, 0],
  [9, 7],
  [0, 7],
];

/** Walls of a garage with its door open, 6 m wide and 6 m deep, the opening below. */
const GARAGE = [
  [0, 0],
  [0.4, 0],
  [0.4, 0.2],
  [0.2, 0.2],
  [0.2, 5.8],
  [5.8, 5.8],
  [5.8, 0.2],
  [5.6, 0.2],
  [5.6, 0],
  [6, 0],
  [6, 6],
  [0, 6],
];

export const STARTING_PLANS: readonly StartingPlan[] = [
  {
    id: "drive",
    name: "Drive in front of the house",
    place: {
      unit: "m",
      solids: [{ id: "house", kind: "house", points: HOUSE }],
      parking: [
        { id: "left", at: [2.4, -3.4], heading: 90 },
        { id: "right", at: [6.6, -3.4], heading: 90 },
      ],
      charger: { at: [4.5, -0.1], height: 1.2, leadLength: 5, width: 0.3 },
    },
  },
  {
    id: "garage",
    name: "Garage with two cars",
    place: {
      unit: "m",
      solids: [{ id: "garage", kind: "garage", points: GARAGE }],
      parking: [
        { id: "left", at: [1.7, 3], heading: 90 },
        { id: "right", at: [4.3, 3], heading: 90 },
      ],
      charger: { at: [3, 5.7], height: 1.2, leadLength: 5, width: 0.3 },
    },
  },
  {
    id: "behind",
    name: "Parking behind the house",
    place: {
      unit: "m",
      solids: [
        { id: "house", kind: "house", points: HOUSE },
        {
          id: "bed",
          kind: "bed",
          points: [
            [0, 8.2],
            [3, 8.2],
            [3, 12],
            [0, 12],
          ],
        },
      ],
      parking: [{ id: "space", at: [6.4, 9.6], heading: 0 }],
      charger: { at: [6, 7.1], height: 1.2, leadLength: 5, width: 0.3 },
    },
  },
];

/** To the hundredth of its unit, as it would be measured. */
const round = (value: number): number => Math.round(value * 100) / 100;

/** A plan converted to the other unit. */
export function inUnit(place: Place, unit: Place["unit"]): Place {
  if (place.unit === unit) return place;
  const scale = unit === "ft" ? FT_PER_M : 1 / FT_PER_M;
  const point = (p: readonly number[]) => p.map((v) => round(v * scale));
  const { charger } = place;
  return {
    ...place,
    unit,
    ...(place.solids && { solids: place.solids.map((s) => ({ ...s, points: s.points.map(point) })) }),
    ...(place.parking && { parking: place.parking.map((p) => ({ ...p, at: point(p.at) })) }),
    ...(charger && {
      charger: {
        at: point(charger.at),
        ...(charger.height !== undefined && { height: round(charger.height * scale) }),
        ...(charger.leadLength !== undefined && { leadLength: round(charger.leadLength * scale) }),
        ...(charger.width !== undefined && { width: round(charger.width * scale) }),
      },
    }),
  };
}

/**
 * An outline with one side of another length: of four corners the whole opposite side moves along, of others the next
 * corner alone.
 * @param side from 0: between that corner and the next
 */
export function withSide(points: readonly (readonly number[])[], side: number, length: number): number[][] {
  const n = points.length;
  const [ax = 0, ay = 0] = points[side] ?? [];
  const [bx = 0, by = 0] = points[(side + 1) % n] ?? [];
  const now = Math.hypot(bx - ax, by - ay);
  const [dx, dy] = [((bx - ax) / now) * (length - now), ((by - ay) / now) * (length - now)];
  const moves = n === 4 ? [(side + 1) % n, (side + 2) % n] : [(side + 1) % n];
  return points.map(([x = 0, y = 0], i) => (moves.includes(i) ? [round(x + dx), round(y + dy)] : [x, y]));
}

/** The length of one side of an outline, in the unit of its points. */
export const sideLength = (points: readonly (readonly number[])[], side: number): number => {
  const [ax = 0, ay = 0] = points[side] ?? [];
  const [bx = 0, by = 0] = points[(side + 1) % points.length] ?? [];
  return round(Math.hypot(bx - ax, by - ay));
};
