/** Checks of a job while they are made, as every page of the job shows them. */
import type { CheckId } from "#core/case/document/types.ts";
import type { CheckRecord, CheckSample, Outcome } from "./types.ts";

/** One moment of a run for the chart, A; null for what was not seen. */
export interface RunPoint {
  /** s since the run began */
  atS: number;
  /** On the conductor with most. */
  clampA: number | null;
  takenA: number | null;
  offeredA: number | null;
  secondA: number | null;
  applianceA: number | null;
}

export interface LiveRun {
  /** Counts up with each run of a process; points of another run are not continued. */
  seq: number;
  by: string;
  isRunning: boolean;
  /** The check that is made now. */
  check: CheckId | null;
  /** The present request to a person. */
  prompt: { seq: number; text: string } | null;
  limitA: number | null;
  results: readonly ({ id: CheckId } & Outcome)[];
  /** Those after the ones that the page has already. */
  points: readonly RunPoint[];
  /** How many points there are in all. */
  count: number;
}

export interface JobCommissioning {
  /** Addresses of the firm's devices. */
  clamps: readonly string[];
  splitters: readonly string[];
  /** The present run, or the last one of this server process. */
  run: LiveRun | null;
  /** Checks that have a stored record. */
  recorded: readonly CheckId[];
}

/** The record of a check as it was made. */
export interface KeptRecord {
  text: string;
  by: string;
  /** ISO moment. */
  at: string;
  points: readonly RunPoint[];
  marks: CheckRecord["marks"];
}

export function runPoint({ atS, charger, second, clamps, splitter }: CheckSample): RunPoint {
  return {
    atS,
    clampA: clamps ? Math.max(0, ...clamps.map(({ amps }) => amps)) : null,
    takenA: charger?.currentA ?? splitter?.chargerA ?? null,
    offeredA: charger?.offeredA ?? null,
    secondA: second?.currentA ?? null,
    applianceA: splitter?.applianceA ?? null,
  };
}
