/** The checks of commissioning: what each of them does with the equipment, their records, and how these are judged. */
import type { CheckEntry, CheckId } from "#core/case/document/types.ts";

/** Design figures that the checks are judged by. */
export interface CheckBasis {
  /** Charging current of the way that is taken, A. */
  designedA: number;
  /** Rating of the charger's circuit, A. */
  circuitA: number;
  /** The current that the clamps hold each conductor below, A; null where nothing is managed. */
  limitA: number | null;
  /** The least current that a charger can offer; below it the charger pauses, A. */
  leastA: number;
  /** The clamps read house and charger together, not the house alone. */
  readsCharger: boolean;
  /** A known load moves all clamps: it is connected between the conductors that they are on. */
  loadMovesAll: boolean;
  /** Volts that the charger charges at. */
  chargerVolts: number;
  /** Volts between a clamp's conductor and neutral. */
  legVolts: number;
  /** A load of the home, or the kettle, that is switched on and off for the checks. */
  knownLoad: { name: string; watts: number };
  isSplitter: boolean;
  chargers: number;
  hasLostPen: boolean;
}

/** The current that is to be held, A: the limit of the clamps, or the designed one where nothing is managed. */
export const heldBelowA = ({ limitA, designedA }: CheckBasis): number => limitA ?? designedA;

/** Reading of a charger; what it does not send is null. */
export interface ChargerSample {
  /** The current that its pilot offers, A. */
  offeredA: number | null;
  /** The current that the car takes, A, on the phase with most. */
  currentA: number | null;
  voltageV: number | null;
  /** Status and error code in the terms of OCPP. */
  status: string | null;
  errorCode: string | null;
  /** Free text of its status message. */
  info: string | null;
  /** How often its connection was lost since the check began. */
  lost: number;
}

export interface ClampSample {
  amps: number;
  /** Below zero where current flows out. */
  watts: number;
  signal: boolean;
}

export interface SplitterSample {
  applianceA: number;
  chargerA: number;
  /** Seconds that it waits, by its label, before the charger comes back. */
  delayS: number;
}

/** Everything that was seen at one moment of a check; null for what is not connected. */
export interface CheckSample {
  /** s since the checks began */
  atS: number;
  charger: ChargerSample | null;
  /** The other charger of the home. */
  second: ChargerSample | null;
  clamps: readonly ClampSample[] | null;
  splitter: SplitterSample | null;
}

/** A moment at which something was switched. */
export interface Mark {
  atS: number;
  what: MarkName;
}
export type MarkName =
  | "load-on"
  | "load-off"
  | "charger-down"
  | "charger-up"
  | "signal-off"
  | "signal-on"
  | "volts-low"
  | "volts-high"
  | "volts-back"
  | "appliance-on"
  | "appliance-off"
  | "car-asks-more"
  | "restart"
  | "clamps-back";

/** Samples and switching times of one check, in the order of time. */
export interface CheckRecord {
  samples: readonly CheckSample[];
  marks: readonly Mark[];
}

/** Something that a device does for a check, or that a person is asked to do. */
export type Act =
  | {
      kind: "load" /** Null for all clamps. */;
      clamp: number | null /** W on each of them. */;
      watts: number;
      text: string;
    }
  | { kind: "signal"; isOn: boolean; text: string }
  | { kind: "voltage" /** Null for that of the supply. */; volts: number | null; text: string }
  | { kind: "appliance"; isOn: boolean; text: string };

/** Requests to a charger by its protocol. */
export type Request =
  | { kind: "restart" }
  | { kind: "start" }
  | { kind: "start-second" }
  /** Null takes the limit away. */
  | { kind: "limit"; amps: number | null };

/** The equipment of a job while a check is made. */
export interface Rig {
  basis: CheckBasis;
  /** The record so far. */
  record(): CheckRecord;
  mark(what: MarkName): void;
  /** @returns false where no device could do it and no person said in time that it is done */
  act(act: Act): Promise<boolean>;
  /** @returns false where the charger refuses or does not answer */
  ask(request: Request): Promise<boolean>;
  /** Waits until the record shows something. @returns false where it did not within this time, s */
  until(seconds: number, shows: (record: CheckRecord) => boolean): Promise<boolean>;
}

export interface Outcome {
  /** A check that could not be made is not done; nothing is recorded of it. */
  verdict: CheckEntry["verdict"] | "not-done";
  text: string;
}

/** Equipment that has to be connected for a check. */
export type Equipment = "charger" | "second" | "clamps" | "splitter";

export interface CheckRule {
  id: CheckId;
  name: string;
  /** Instruction: what to do, and the expected result. */
  how(basis: CheckBasis): string;
  /** Whether the way that is taken asks for it. */
  isFor(basis: CheckBasis): boolean;
  needs: readonly Equipment[];
  /** The charger's connection ends while this check is made. */
  mayLoseCharger?: boolean;
  /** It is judged without the charging current. */
  needsNoCurrent?: boolean;
  /** Checks without which this one says nothing: while one of them fails, it is not made. */
  after: readonly CheckId[];
  run(rig: Rig): Promise<Outcome>;
}

/** Equipment that a check needs was gone for too long. */
export class EquipmentLost extends Error {
  constructor(readonly equipment: Equipment) {
    super(`${equipment} was lost`);
  }
}

export const EQUIPMENT_WORDS: Readonly<Record<Equipment, string>> = {
  charger: "the charger",
  second: "the second charger",
  clamps: "the clamps",
  splitter: "the splitter",
};

export const passes = (text: string): Outcome => ({ verdict: "pass", text });
export const fails = (text: string): Outcome => ({ verdict: "fail", text });
export const notDone = (text: string): Outcome => ({ verdict: "not-done", text });
