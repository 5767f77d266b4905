/** Cars: made-up classes to begin with, and what one asks for. */
import type { Car, CarClass, Distance } from "#core/case/document/types.ts";

const KM_PER_MI = 1.609344;
const kmOf = ({ value, unit }: Distance): number => (unit === "km" ? value : value * KM_PER_MI);

interface ClassOfCar {
  label: string;
  /** kWh per 100 km at the car. */
  consumption: number;
  batteryKWh: number;
  /** Metres. */
  size: { length: number; width: number };
}

/** Heron's own, no car that is made. */
export const CAR_CLASSES: Record<CarClass, ClassOfCar> = {
  small: { label: "Small", consumption: 14, batteryKWh: 40, size: { length: 3.9, width: 1.75 } },
  family: { label: "Family", consumption: 18, batteryKWh: 60, size: { length: 4.5, width: 1.85 } },
  estate: { label: "Estate", consumption: 19, batteryKWh: 75, size: { length: 4.8, width: 1.9 } },
  van: { label: "Van", consumption: 25, batteryKWh: 70, size: { length: 5, width: 2 } },
  pickup: { label: "Pickup", consumption: 31, batteryKWh: 110, size: { length: 5.9, width: 2.1 } },
};

/** Taken where a car's own figures are not told; charging efficiency after the charging need of Heron's rules. */
const USUAL_EFFICIENCY = 0.9;
/** Where neither class nor consumption is told, kWh per 100 km. */
const USUAL_CONSUMPTION = 18;
/** A winter's consumption over the usual one where nobody said: no allowance. */
const NO_WINTER = 1;

/** A car's figures, its own or those of its class. */
export function figuresOf(car: Car) {
  const usual = car.class && CAR_CLASSES[car.class];
  const told = car.consumption;
  return {
    /** kWh for each km at the car. */
    kWhPerKm: told
      ? told.unit === "kWh/mi"
        ? told.value / KM_PER_MI
        : told.value / 100
      : (usual?.consumption ?? USUAL_CONSUMPTION) / 100,
    /** From the socket to the battery, 0 to 1. */
    efficiency: car.efficiency ?? USUAL_EFFICIENCY,
    /** Null where nobody said. */
    batteryKWh: car.batteryKWh ?? usual?.batteryKWh ?? null,
    winter: car.winterFactor ?? NO_WINTER,
  };
}

/** Kilometres on a day of the week (0 is Monday), or on a usual one: the mean of the week where it was told by days. */
function dayKm(car: Car, weekday: number | null = null): number {
  const { unit } = car.distancePerDay;
  const days = car.distanceByWeekday;
  if (!days) return kmOf(car.distancePerDay);
  const value = weekday === null ? days.reduce((t, d) => t + d, 0) / days.length : (days[weekday] as number);
  return kmOf({ value, unit });
}

/**
 * Energy one car asks for after a day, kWh at the wall: distance x consumption / charging efficiency; no more than its
 * battery holds, as the rest was charged on the road.
 */
export function carEnergyKWh(car: Car, weekday: number | null = null, winter = false): number {
  const { kWhPerKm, efficiency, batteryKWh, winter: factor } = figuresOf(car);
  const driven = dayKm(car, weekday) * kWhPerKm * (winter ? factor : 1);
  return Math.min(driven, batteryKWh ?? Number.POSITIVE_INFINITY) / efficiency;
}

/** What a car's own figures are in units of its distance: how far one kWh at the wall takes it. */
export const distancePerKWh = (car: Car): number => {
  const { kWhPerKm, efficiency } = figuresOf(car);
  const km = efficiency / kWhPerKm;
  return car.distancePerDay.unit === "km" ? km : km / KM_PER_MI;
};
