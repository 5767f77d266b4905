/** Missing values for a verdict, in words, by the step where they are entered. */

import { capital } from "#core/words.ts";
import type { UnknownValue } from "./types.ts";

/** The steps of a job, in the order of the work. */
export const STEP_IDS = ["survey", "demand", "need", "ways", "circuit", "papers"] as const;
export type StepId = (typeof STEP_IDS)[number];

export interface MissingValue {
  step: StepId;
  text: string;
  /** Without it there is no verdict; the others only make it firmer. */
  decisive: boolean;
  /** Key of the field. */
  key: string;
}

/** Unread values of today's path and of the taken way's path, decisive ones first. */
export function missingOf(unknowns: readonly UnknownValue[]): MissingValue[] {
  const byKey = new Map(unknowns.map((u) => [u.key, u]));
  return [...byKey.values()]
    .map(({ step, text, decisive, key }) => ({ step, text: capital(text), decisive, key }))
    .sort((a, b) => Number(b.decisive) - Number(a.decisive));
}
