/** Missing values for a verdict, in words, by the step where they are entered. */

import type { StepId } from "#core/case/fields/steps.ts";
import { capital } from "#core/words.ts";
import type { UnknownValue } from "./types.ts";

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
