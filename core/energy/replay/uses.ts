/**
 * Household use of the loads of a list: frequency, duration, hours and season. Heron's own figures for made-up days; a
 * measurement of the home replaces them.
 */
import type { LoadKindId } from "#core/case/document/types.ts";

/** Weight of each clock hour, 0 to 23, by what a day looks like. */
export const HOURS = {
  flat: [1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1],
  lights: [2, 1, 1, 1, 1, 2, 5, 6, 4, 2, 2, 2, 2, 2, 2, 3, 5, 8, 10, 10, 10, 9, 7, 4],
  morning: [0, 0, 0, 0, 1, 4, 10, 10, 6, 3, 2, 1, 1, 1, 1, 1, 1, 2, 3, 3, 3, 3, 2, 1],
  cooking: [0, 0, 0, 0, 0, 1, 4, 6, 3, 1, 1, 3, 6, 3, 1, 1, 4, 10, 12, 6, 2, 1, 0, 0],
  washing: [1, 0, 0, 0, 0, 0, 1, 3, 5, 6, 6, 5, 4, 4, 4, 4, 4, 4, 5, 6, 6, 4, 2, 1],
  water: [1, 0, 0, 0, 1, 4, 10, 10, 6, 4, 3, 2, 3, 2, 2, 2, 3, 5, 7, 7, 6, 5, 4, 2],
  warm: [2, 2, 1, 1, 1, 1, 1, 2, 3, 4, 6, 8, 10, 11, 12, 12, 12, 11, 10, 8, 6, 5, 4, 3],
  cold: [6, 6, 6, 7, 8, 10, 12, 11, 8, 6, 5, 4, 4, 4, 5, 6, 8, 10, 10, 9, 8, 7, 6, 6],
  night: [10, 10, 10, 10, 10, 10, 8, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 4],
  homecoming: [1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 3, 6, 10, 10, 8, 5, 3, 2, 1],
} as const;

/** In the middle of winter, between the seasons, and in the middle of summer. */
export type Seasons = readonly [winter: number, between: number, summer: number];

export interface LoadUse {
  /** Share of the nameplate that it draws while it is on. */
  draws: number;
  hours: keyof typeof HOURS;
  /** Times a day that each of it is put on, and for how many minutes; left out where a thermostat does it. */
  perDay?: Seasons;
  minutes: readonly [shortest: number, longest: number];
  /** Share of the day that a thermostat keeps it on. */
  duty?: Seasons;
}

const always = (n: number): Seasons => [n, n, n];

export const LOAD_USES: Partial<Record<LoadKindId, readonly LoadUse[]>> = {
  "small-appliance-circuit": [
    { draws: 0.8, hours: "cooking", perDay: always(3), minutes: [2, 8] },
    { draws: 0.1, hours: "flat", duty: always(0.4), minutes: [15, 40] },
  ],
  "laundry-circuit": [{ draws: 0.4, hours: "washing", perDay: always(0.6), minutes: [40, 60] }],
  range: [{ draws: 0.45, hours: "cooking", perDay: always(1.2), minutes: [15, 55] }],
  oven: [{ draws: 0.6, hours: "cooking", perDay: always(0.6), minutes: [25, 60] }],
  cooktop: [{ draws: 0.4, hours: "cooking", perDay: always(1.1), minutes: [10, 35] }],
  cooker: [{ draws: 0.4, hours: "cooking", perDay: always(1.3), minutes: [15, 50] }],
  dryer: [{ draws: 0.95, hours: "washing", perDay: [0.7, 0.6, 0.4], minutes: [35, 60] }],
  "water-heater": [{ draws: 1, hours: "water", perDay: [4.5, 4, 3.5], minutes: [10, 35] }],
  dishwasher: [{ draws: 0.9, hours: "washing", perDay: always(0.8), minutes: [15, 35] }],
  disposal: [{ draws: 1, hours: "cooking", perDay: always(2), minutes: [1, 1] }],
  "fixed-appliance": [{ draws: 0.7, hours: "washing", perDay: always(0.8), minutes: [15, 50] }],
  motor: [{ draws: 0.9, hours: "flat", perDay: always(4), minutes: [5, 25] }],
  "air-conditioning": [{ draws: 0.95, hours: "warm", duty: [0, 0.06, 0.42], minutes: [8, 25] }],
  "heat-pump": [{ draws: 0.8, hours: "cold", duty: [0.55, 0.25, 0.12], minutes: [12, 40] }],
  "supplemental-heat": [{ draws: 1, hours: "cold", duty: [0.1, 0.01, 0], minutes: [5, 20] }],
  "central-heat": [{ draws: 1, hours: "cold", duty: [0.4, 0.12, 0], minutes: [6, 20] }],
  "space-heating": [{ draws: 1, hours: "cold", duty: [0.35, 0.1, 0], minutes: [6, 20] }],
  "storage-heat": [{ draws: 1, hours: "night", duty: [0.24, 0.1, 0], minutes: [60, 150] }],
  "storage-heater": [{ draws: 1, hours: "night", duty: [0.24, 0.1, 0], minutes: [60, 150] }],
  "underfloor-heating": [{ draws: 1, hours: "cold", duty: [0.3, 0.1, 0.01], minutes: [10, 30] }],
  lighting: [{ draws: 0.35, hours: "lights", duty: [0.3, 0.22, 0.14], minutes: [20, 90] }],
  shower: [{ draws: 1, hours: "morning", perDay: always(2.2), minutes: [5, 10] }],
  immersion: [{ draws: 1, hours: "water", perDay: [2, 1.8, 1.5], minutes: [20, 50] }],
  "socket-circuit": [
    { draws: 0.38, hours: "cooking", perDay: always(4), minutes: [2, 5] },
    { draws: 0.25, hours: "washing", perDay: always(0.5), minutes: [30, 60] },
    { draws: 0.03, hours: "lights", duty: always(0.5), minutes: [30, 120] },
  ],
  "ev-charger": [{ draws: 1, hours: "homecoming", perDay: [0.9, 0.8, 0.7], minutes: [90, 200] }],
};

/** Loads that always run: refrigerator, standby, ventilation; VA, and their hourly variation. */
export const ALWAYS_ON = { va: 260, swing: 0.35 } as const;
/** General lighting that a rule counts by floor area: what burns of it at the brightest hour. */
export const AREA_LIGHTING = { vaPerFt2: 3, burns: 0.12, hours: "lights" } as const;
