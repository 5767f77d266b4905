/** A case's plan in metres: its solids, its parking positions with their cars, and the position of the charger. */
import type { Car, CaseDocument, Place } from "#core/case/document/types.ts";
import { CAR_CLASSES } from "#core/energy/need/cars.ts";
import { FT_PER_M } from "#core/units.ts";
import type { Point, Polygon } from "./geometry.ts";

export interface PlotSolid {
  id: string;
  kind: NonNullable<Place["solids"]>[number]["kind"];
  polygon: Polygon;
}
export interface ParkingPosition {
  id: string;
  at: Point;
  /** Direction of the nose as drawn, degrees counter-clockwise from +x. */
  heading: number;
}
export interface HungCharger {
  at: Point;
  heightM: number;
  leadM: number;
  widthM: number;
}
export interface ChargingPort {
  side: "front" | "rear" | "left" | "right";
  along: number;
  heightM: number;
}
/** The properties of a car that matter for its position. */
export interface ParkedCar {
  lengthM: number;
  widthM: number;
  port: ChargingPort;
}
export interface Plot {
  solids: readonly PlotSolid[];
  parking: readonly ParkingPosition[];
  charger: HungCharger | null;
}

/** Defaults: 1.2 m to the outlet of the lead, a lead of 5 m, a unit 0.3 m wide. */
const USUAL = { heightM: 1.2, leadM: 5, widthM: 0.3 } as const;
export const USUAL_PORT_HEIGHT_M = 0.8;
/** Default port: at the rear on the right, the far corner of a car that is driven in nose first. */
const USUAL_PORT: ChargingPort = { side: "right", along: 0.85, heightM: USUAL_PORT_HEIGHT_M };

/** The plan of a case in metres, with defaults for missing figures. */
export function plotOf(place: Place): Plot {
  const scale = place.unit === "ft" ? 1 / FT_PER_M : 1;
  const point = ([x = 0, y = 0]: readonly number[]): Point => [x * scale, y * scale];
  const { charger } = place;
  return {
    solids: (place.solids ?? []).map(({ id, kind, points }) => ({ id, kind, polygon: points.map(point) })),
    parking: (place.parking ?? []).map(({ id, at, heading }) => ({ id, at: point(at), heading: heading ?? 0 })),
    charger: charger
      ? {
          at: point(charger.at),
          heightM: charger.height === undefined ? USUAL.heightM : charger.height * scale,
          leadM: charger.leadLength === undefined ? USUAL.leadM : charger.leadLength * scale,
          widthM: charger.width === undefined ? USUAL.widthM : charger.width * scale,
        }
      : null,
  };
}

/** Size and port of a car: its own, otherwise those of its class, m. */
export function parkedCar({ size, port, class: of }: Pick<Car, "size" | "port" | "class">): ParkedCar {
  const { length, width } = size ?? CAR_CLASSES[of ?? "family"].size;
  return {
    lengthM: length,
    widthM: width,
    port: {
      side: port?.side ?? USUAL_PORT.side,
      along: port?.along ?? USUAL_PORT.along,
      heightM: port?.heightM ?? USUAL_PORT_HEIGHT_M,
    },
  };
}

/** Size and port of every car of a case, m. */
export const parkedCars = ({ need }: Pick<CaseDocument, "need">): ParkedCar[] => (need?.cars ?? []).map(parkedCar);

/** From a car's own lengths (ahead of its centre, to its left) to the plan, m. */
function onPlan({ at: [x, y], heading }: ParkingPosition, turned: boolean): (ahead: number, left: number) => Point {
  const angle = ((heading + (turned ? 180 : 0)) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return (ahead, left) => [x + ahead * cos - left * sin, y + ahead * sin + left * cos];
}

/** The outline of a car on a position, counter-clockwise from its front left corner. */
export function outlineOf(position: ParkingPosition, { lengthM, widthM }: ParkedCar, turned = false): Polygon {
  const to = onPlan(position, turned);
  const [l, w] = [lengthM / 2, widthM / 2];
  return [to(l, w), to(-l, w), to(-l, -w), to(l, -w)];
}

/** Position of its port. */
export function portOf(position: ParkingPosition, { lengthM, widthM, port }: ParkedCar, turned = false): Point {
  const to = onPlan(position, turned);
  const [l, w] = [lengthM / 2, widthM / 2];
  const across = w - port.along * widthM;
  const back = l - port.along * lengthM;
  switch (port.side) {
    case "front":
      return to(l, across);
    case "rear":
      return to(-l, across);
    case "left":
      return to(back, w);
    case "right":
      return to(back, -w);
  }
}
