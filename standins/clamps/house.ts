/** A scripted house for the clamps to sit on: the currents of its legs, minute by minute, with what made them. */
import type { UsedLoad } from "#core/energy/replay/made-days.ts";
import { addMadeDays } from "#core/energy/replay/made-days.ts";

const STEP_S = 60;
const DAYS = 40;
/** It begins in the middle of November. */
const FIRST_DAY_OF_YEAR = 320;

const load = (id: string, kind: UsedLoad["kind"], amps: number, quantity = 1): UsedLoad => ({
  id,
  kind,
  amps,
  quantity,
  panel: null,
  existing: true,
});

/** On both legs at once, and on one of them. */
const BOTH = [
  load("dryer", "dryer", 21),
  load("range", "range", 40),
  load("water", "water-heater", 18.75),
  load("heat", "heat-pump", 14),
];
const LEGS = [
  [load("", "always-on", 3), load("kitchen", "small-appliance-circuit", 12.5), load("washer", "laundry-circuit", 12.5)],
  [load("", "always-on", 2.6), load("bath", "small-appliance-circuit", 12.5), load("dishes", "dishwasher", 10)],
  [load("", "always-on", 2.2), load("shed", "small-appliance-circuit", 8)],
];

export interface ScriptedHouse {
  /** Current of one leg or phase, A, at a time after the start of the script, which repeats. */
  ampsAt(leg: number, seconds: number): number;
}

/** @param legs 1 where all is on one phase */
export function scriptedHouse(legs: number, seed: number): ScriptedHouse {
  const all = Array.from({ length: Math.max(1, legs) }, (_, leg) => {
    const out = new Float64Array((DAYS * 86_400) / STEP_S);
    const own = legs === 1 ? LEGS.flat() : (LEGS[leg % LEGS.length] as UsedLoad[]);
    const days = { dtS: STEP_S, firstDayOfYear: FIRST_DAY_OF_YEAR, days: DAYS, seed, year: 0 };
    addMadeDays([...BOTH, ...own], days, out);
    return out;
  });
  return {
    ampsAt(leg, seconds) {
      const out = all[leg % all.length] as Float64Array;
      return out[Math.floor(seconds / STEP_S) % out.length] as number;
    },
  };
}
