/**
 * Where a clamp can sit, right and wrong: what each placing would read of a known load, and which placing the readings
 * fit.
 */
import type { CaseDocument } from "#core/case/document/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA } from "#core/units.ts";
import type { CheckBasis } from "./types.ts";

export const PLACINGS = [
  "right",
  "reversed",
  "wrong-conductor",
  "open-jaws",
  "wrong-ratio",
  "other-side",
  "no-signal",
  "unsteady",
] as const;
export type Placing = (typeof PLACINGS)[number];

/** How far the reading moves may differ from the load, as a share of it. */
export const CLAMP_WITHIN = 0.1;
/** A reading that moves by less than this share of the load does not see it. */
const SEES_NOTHING = 0.1;
/** Of volts times amperes, the least power of a resistive load whose conductor the clamp is on. */
const LEAST_FACTOR = 0.5;
/** A reading that jumps by more than this share of itself is no reading. */
const UNSTEADY = 0.08;
const UNSTEADY_A = 0.4;

/** Readings of one clamp before and during a known load. */
export interface ClampMove {
  signal: boolean;
  /** By how much amperes and watts rose when the load was switched on. */
  movedA: number;
  movedW: number;
  /** The load's own, on the conductor of this clamp. */
  expectedA: number;
  expectedW: number;
  /** Spread of the reading while nothing was switched, A, and the reading itself. */
  spreadA: number;
  atA: number;
}

/** The placing that the readings fit. */
export function placingOf({ signal, movedA, movedW, expectedA, expectedW, spreadA, atA }: ClampMove): Placing {
  if (!signal) return "no-signal";
  if (exceeds(spreadA, Math.max(UNSTEADY_A, UNSTEADY * atA))) return "unsteady";
  const share = movedW / expectedW;
  if (!exceeds(Math.abs(share - 1), CLAMP_WITHIN)) return "right";
  if (Math.abs(movedA) < SEES_NOTHING * expectedA) return exceeds(atA, UNSTEADY_A) ? "wrong-conductor" : "open-jaws";
  const volts = expectedW / expectedA;
  if (Math.abs(movedW) < LEAST_FACTOR * Math.abs(movedA) * volts) return "wrong-conductor";
  return share < 0 ? "reversed" : "wrong-ratio";
}

/** The advice for each placing; "Clamp 1" goes before it. */
export const PLACING_WORDS: Readonly<Record<Placing, string>> = {
  right: "is placed right",
  reversed: "is the wrong way round: turn it over",
  "wrong-conductor": "is on another conductor, or around more than one: follow the conductor that the load is on",
  "open-jaws": "sees next to nothing of the load: close its jaws, and see that they are clean",
  "wrong-ratio": "has another ratio than the charger was told: set the ratio of its label",
  "other-side": "sits on the other side of the point where the conductors divide",
  "no-signal": "gives no signal: check its plug and its lead",
  unsteady: "reads unsteadily: check its plug, its lead, and what runs beside it",
};

export interface RehearsedPlacing {
  placing: Placing;
  name: string;
  /** Reading on the display without and with the load. */
  off: string;
  on: string;
}

const NAMES: Readonly<Record<Placing, string>> = {
  right: "As designed",
  reversed: "The wrong way round",
  "wrong-conductor": "On another conductor",
  "open-jaws": "Jaws not closed",
  "wrong-ratio": "Another ratio: a clamp of twice the rating that was entered",
  "other-side": "On the other side of the division",
  "no-signal": "No signal",
  unsteady: "A loose plug or lead",
};

/** Current of an idle home, A. */
const IDLE_A = 2;

/**
 * The reading of each placing without and with the known load, with the charger at its designed current.
 * @param basis design figures of the job
 */
export function rehearsedPlacings({
  knownLoad,
  loadMovesAll,
  legVolts,
  designedA,
  readsCharger,
}: CheckBasis): RehearsedPlacing[] {
  const loadA = knownLoad.watts / (loadMovesAll ? 2 * legVolts : legVolts);
  const amps = (isOn: boolean, isRead = readsCharger) => IDLE_A + (isOn ? loadA : 0) + (isRead ? designedA : 0);
  const shown = (of: (isOn: boolean) => string) => ({ off: of(false), on: of(true) });
  const reads: Readonly<Record<Placing, { off: string; on: string }>> = {
    right: shown((isOn) => `${showA(amps(isOn))}, drawn`),
    reversed: shown((isOn) => `${showA(amps(isOn))}, fed out`),
    "wrong-conductor": { off: "some other current", on: "the same: the load does not move it" },
    "open-jaws": shown((isOn) => showA(amps(isOn) * 0.003)),
    "wrong-ratio": shown((isOn) => `${showA(amps(isOn) / 2)}: half of it`),
    "other-side": shown(
      (isOn) => `${showA(amps(isOn, !readsCharger))}: ${readsCharger ? "without" : "with"} the charger`,
    ),
    "no-signal": { off: "nothing", on: "nothing; the charger goes to its safe current" },
    unsteady: { off: "jumps", on: "jumps" },
  };
  return PLACINGS.map((placing) => ({ placing, name: NAMES[placing], ...reads[placing] }));
}

/** A load below this moves a reading too little to judge by, W. */
const LEAST_KNOWN_W = 1000;
/** Loads for a home without a suitable one. */
const KETTLE: Readonly<Record<"low" | "high", { name: string; watts: number }>> = {
  low: { name: "a heater of 1.5 kW", watts: 1500 },
  high: { name: "a kettle of 2.4 kW", watts: 2400 },
};
/** Loads that a person can switch on and off at once, and that draw all they can. */
const SWITCHED: readonly string[] = [
  "water-heater",
  "immersion",
  "shower",
  "fixed-appliance",
  "central-heat",
  "space-heating",
];

/** The load of the home to check the clamps with: the smallest that is large enough and is simply on or off. */
export function knownLoadOf({ loads }: Pick<CaseDocument, "loads">, legVolts: number): CheckBasis["knownLoad"] {
  const [found] = loads
    .filter(({ kind, va }) => SWITCHED.includes(kind) && typeof va === "number" && va >= LEAST_KNOWN_W)
    .sort((a, b) => (a.va as number) - (b.va as number));
  return found
    ? { name: found.label || found.kind, watts: found.va as number }
    : KETTLE[legVolts < 200 ? "low" : "high"];
}
