/** A car: its class, its driving, and the figures that replace those of its class. */
import { CONSUMPTION_UNITS, DISTANCE_UNITS, ENERGY_UNITS, NO_UNITS, PERCENT_UNITS } from "#core/quantity/parse.ts";
import type { Car } from "../document/types.ts";
import { defineFields, type FieldContext } from "./field.ts";
import { weekdayLabel } from "./need.ts";

const carIn = ({ document, index }: FieldContext) => document.need?.cars?.[index[0] ?? 0] as Car | undefined;
const unitIn = (context: FieldContext) => carIn(context)?.distancePerDay.unit ?? "";

/** The unit that a car's consumption is entered in: its own, otherwise the one that goes with its distances. */
export const consumptionUnitOf = ({ consumption, distancePerDay }: Pick<Car, "consumption" | "distancePerDay">) =>
  consumption?.unit ?? (distancePerDay.unit === "mi" ? "kWh/mi" : "kWh/100km");

export const carFields = defineFields(
  { step: "need", section: "cars" },
  {
    carPriority: {
      at: "/need/carPriority",
      label: "One charger, several cars",
      control: { kind: "choice", fallback: "first" },
      asked: ({ document }) => (document.need?.cars ?? []).length > 1,
    },
    class: {
      at: "/need/cars/*/class",
      label: "Class",
      control: { kind: "choice" },
      hint: "Usual figures for the class, until you enter this car's own",
    },
    distancePerDay: {
      at: "/need/cars/*/distancePerDay",
      label: ({ index }) => `Car ${(index[0] ?? 0) + 1}: distance a day`,
      control: { kind: "quantity", units: DISTANCE_UNITS, usual: unitIn },
      source: "assumed",
      unknown: "how far the car drives a day",
    },
    consumption: {
      at: "/need/cars/*/consumption",
      label: "Consumption",
      control: {
        kind: "quantity",
        units: CONSUMPTION_UNITS,
        usual(context) {
          const car = carIn(context);
          return car ? consumptionUnitOf(car) : "";
        },
      },
    },
    batteryKWh: {
      at: "/need/cars/*/batteryKWh",
      label: "Battery",
      control: { kind: "number", units: ENERGY_UNITS, usual: "kWh" },
    },
    distanceByWeekday: {
      at: "/need/cars/*/distanceByWeekday/*",
      label: ({ index }) => weekdayLabel(index[1] ?? 0),
      control: {
        kind: "number",
        units: (context) => ({ [unitIn(context)]: unitIn(context) }),
        usual: unitIn,
        empty: "refused",
      },
      asked: (context) => carIn(context)?.distanceByWeekday !== undefined,
    },
    name: {
      at: "/need/cars/*/name",
      label: "Name",
      control: { kind: "text", placeholder: ({ index }) => `Car ${(index[0] ?? 0) + 1}` },
    },
    winterFactor: {
      at: "/need/cars/*/winterFactor",
      label: "Winter consumption",
      control: { kind: "number", units: NO_UNITS, usual: "times" },
      hint: "1.3 means 30 % more; it applies to a third of all nights",
    },
    efficiency: {
      at: "/need/cars/*/efficiency",
      label: "Charging efficiency",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: (context) => (carIn(context)?.efficiency === undefined ? "0.9 is assumed" : undefined),
    },
    eveningPercent: {
      at: "/need/cars/*/eveningPercent",
      label: "Charge in the evening",
      control: { kind: "number", units: PERCENT_UNITS, usual: "%" },
    },
    morningPercent: {
      at: "/need/cars/*/morningPercent",
      label: "Charge in the morning",
      control: { kind: "number", units: PERCENT_UNITS, usual: "%" },
    },
    portSide: {
      at: "/need/cars/*/port/side",
      label: "Port on the",
      control: {
        kind: "choice",
        options: [
          { value: "front", label: "Front" },
          { value: "rear", label: "Rear" },
          { value: "left", label: "Left" },
          { value: "right", label: "Right" },
        ],
      },
    },
    portAlong: {
      at: "/need/cars/*/port/along",
      label: "Port along that side",
      control: { kind: "number", units: NO_UNITS, usual: "" },
      hint: "0 to 1: from the car's left, or from its nose",
    },
  },
);
