/** How a replay is run: the same for page, worker, server and command line. */
import type { ClampLimit } from "#core/case/document/types.ts";

export const CLAMP_FAULTS = ["none", "reversed", "wrong-conductor", "open", "silent"] as const;
export type ClampFault = (typeof CLAMP_FAULTS)[number];

/** How two chargers share what is there. */
export const SHARING = ["equally", "first", "second"] as const;
export type Sharing = (typeof SHARING)[number];

export interface ReplayOptions {
  /** Length of a step, s, 1 to 60. */
  dtS: number;
  seed: number;
  /** Made-up years; a measurement is replayed as long as it lasts. */
  years: number;
  /** From a reading of the clamps to a new offer, s. */
  lagS: number;
  /** In place of the limits that the case gives its managed ways: of the supply, or of a panel by its id, A. */
  limits: readonly ClampLimit[];
  fault: ClampFault;
  /** Solar energy goes into the car first (managed ways). */
  solarFirst: boolean;
  /** Energy missing after one night is added to the next. */
  carryOver: boolean;
  /** Two chargers share the circuit, one for each of the two first cars. */
  chargers: 1 | 2;
  sharing: Sharing;
}

export const USUAL_OPTIONS: ReplayOptions = {
  dtS: 10,
  seed: 1,
  years: 1,
  lagS: 2,
  limits: [],
  fault: "none",
  solarFirst: false,
  carryOver: false,
  chargers: 1,
  sharing: "first",
};

/** Share that faulty clamps read, and the name of each fault. */
export const FAULTS: Record<ClampFault, { reads: number; name: string }> = {
  none: { reads: 1, name: "Clamps sound" },
  reversed: { reads: -1, name: "Clamp the wrong way round: import is read as export" },
  "wrong-conductor": { reads: 0, name: "Clamp on another conductor: the house is not read" },
  open: { reads: 0.5, name: "Jaws not closed: half is read" },
  silent: { reads: 1, name: "Signal lost for six hours from the second hour of every night" },
};
/** Hours after plugging in between which nothing is heard. */
export const SILENT_HOURS = { from: 1, to: 7 } as const;

/** The limit that is tried at a part, A; otherwise the one of the case. */
export const limitTried = <T extends number | null>({ limits }: ReplayOptions, at: string, ofCase: T): number | T =>
  limits.find((limit) => limit.at === at)?.limitA ?? ofCase;
