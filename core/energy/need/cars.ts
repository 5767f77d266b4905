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

/** Defaults for missing figures of a car; charging efficiency as in Heron's charging need. */
const USUAL_EFFICIENCY = 0.9;
/** Consumption without class or own figure, kWh per 100 km. */
const USUAL_CONSUMPTION = 18;
/** Default ratio of winter consumption to usual consumption: no allowance. */
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
    /** Null where it is unknown. */
    batteryKWh: car.batteryKWh ?? usual?.batteryKWh ?? null,
    winter: car.winterFactor ?? NO_WINTER,
  };
}

/** Kilometres on a day of the week (0 is Monday), or on a usual day: the mean of the week where days differ. */
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

/** Range for one kWh at the wall, in the unit of the car's distance. */
export const distancePerKWh = (car: Car): number => {
  const { kWhPerKm, efficiency } = figuresOf(car);
  const km = efficiency / kWhPerKm;
  return car.distancePerDay.unit === "km" ? km : km / KM_PER_MI;
};
