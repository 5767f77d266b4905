/** When cars are plugged in and when energy is cheap. */
import { ENERGY_UNITS } from "#core/quantity/parse.ts";
import { WEEKDAYS } from "../document/vocabulary.ts";
import { defineFields } from "./field.ts";

/** When a car is plugged in where nothing is entered: Heron's own assumption. */
export const USUAL_PLUGGED_IN = { from: "20:00", to: "06:00" } as const;

/** A day of the week as a label, 0 is Monday: "Mon". */
export const weekdayLabel = (day: number): string => (WEEKDAYS[day] ?? "").slice(0, 3);

export const needFields = defineFields(
  { step: "need", section: "energy" },
  {
    pluggedIn: {
      at: "/need/pluggedIn",
      label: "Plugged in",
      control: {
        kind: "window",
        ends: { from: "Plugged in from", to: "Unplugged at" },
        usual: { from: "19:00", to: "07:00" },
      },
      source: "assumed",
      unknown: "when the car is plugged in",
    },
    energyPerDayKWh: {
      at: "/need/energyPerDayKWh",
      label: "Energy a day, if known",
      control: { kind: "number", units: ENERGY_UNITS, usual: "kWh" },
      hint: "Leave empty to work it out from the cars",
    },
    solarSurplus: {
      at: "/need/solarSurplus",
      label: "Solar surplus first",
      control: { kind: "switch" },
      hint: "Not counted on the nights here; the replay on Ways counts it",
    },
    pluggedInByWeekday: {
      at: "/need/pluggedInByWeekday/*",
      label: ({ index }) => `Plugged in on ${weekdayLabel(index[0] ?? 0)}`,
      control: {
        kind: "window",
        ends: {
          from: ({ index }) => `${weekdayLabel(index[0] ?? 0)} from`,
          to: ({ index }) => `${weekdayLabel(index[0] ?? 0)} until`,
        },
        usual: ({ document }) => document.need?.pluggedIn ?? USUAL_PLUGGED_IN,
      },
      asked: ({ document, index }) => Boolean(document.need?.pluggedInByWeekday?.[index[0] ?? 0]),
      source: "assumed",
    },
    cheap: {
      at: "/need/cheap",
      label: "Cheap rate",
      control: {
        kind: "window",
        ends: { from: "Cheap rate from", to: "Cheap rate until" },
        usual: { from: "00:00", to: "05:00" },
      },
      source: "assumed",
    },
    cheapAlso: {
      at: "/need/cheapAlso",
      label: "Second cheap rate",
      control: {
        kind: "window",
        ends: { from: "Second cheap rate from", to: "Second cheap rate until" },
        usual: { from: "13:00", to: "16:00" },
      },
      asked: ({ document }) => Boolean(document.need?.cheap),
      source: "assumed",
    },
    cheapOnly: { at: "/need/cheapOnly", label: "Charge only at the cheap rate", control: { kind: "switch" } },
  },
);
