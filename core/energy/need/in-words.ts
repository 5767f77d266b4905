/** A charging current in people's words: power, distance an hour, when the car is full. */
import type { Car } from "#core/case/document/types.ts";
import { distancePerKWh, figuresOf } from "./cars.ts";
import { type ChargingSpan, clockOf } from "./hours.ts";
import type { NeedNight } from "./need.ts";

const kWOf = (chargeA: number, volts: number): number => (volts * chargeA) / 1000;

/** Range from one hour of charging, in the unit of the car's distance. */
export const distancePerHour = (car: Car, chargeA: number, volts: number): number =>
  kWOf(chargeA, volts) * distancePerKWh(car);

/**
 * Hours from one state of charge to another; null for an unknown battery.
 * @param from, to percent of the battery
 */
export function hoursToCharge(car: Car, from: number, to: number, chargeA: number, volts: number): number | null {
  const { batteryKWh, efficiency } = figuresOf(car);
  if (batteryKWh === null || chargeA <= 0) return null;
  return (Math.max(0, (to - from) / 100) * batteryKWh) / efficiency / kWOf(chargeA, volts);
}

/**
 * The clock time at which a night's energy is in the cars: "05:40"; null where the night is too short.
 * @param energyKWh what is to be given, kWh at the wall
 */
export function fullBy(
  spans: readonly ChargingSpan[],
  energyKWh: number,
  chargeA: number,
  volts: number,
): string | null {
  let left = (energyKWh / kWOf(chargeA, volts)) * 60;
  for (const [from, to] of spans) {
    if (left <= to - from + 1e-6) return clockOf(Math.ceil(from + left - 1e-6));
    left -= to - from;
  }
  return null;
}

/**
 * When each car has what it asks for in a night, on one charging current that they share.
 * @param priority "first": one after the other in their order; "shared": half each for as long as both want some
 */
export function fullByCar(
  { spans, carsKWh }: NeedNight,
  chargeA: number,
  volts: number,
  priority: "first" | "shared",
): (string | null)[] {
  if (priority === "first") {
    let before = 0;
    return carsKWh.map((kWh) => {
      before += kWh;
      return fullBy(spans, before, chargeA, volts);
    });
  }
  // Shared evenly, a car is full once every car, it among them, has had that much or all that it wants.
  return carsKWh.map((kWh) =>
    fullBy(
      spans,
      carsKWh.reduce((total, other) => total + Math.min(other, kWh), 0),
      chargeA,
      volts,
    ),
  );
}
