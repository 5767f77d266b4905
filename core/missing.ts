/** What is still missing for a verdict, in words, by the step where it is entered. */
import type { Unknown } from "#core/path/types.ts";
import { capital } from "./words.ts";

/** The steps of a job, in the order of the work. */
export const STEP_IDS = ["survey", "demand", "need", "ways", "circuit", "papers"] as const;
export type StepId = (typeof STEP_IDS)[number];

export interface Missing {
  step: StepId;
  text: string;
  /** Without it there is no verdict; the others only make it firmer. */
  decisive: boolean;
  /** The field it stands in. */
  key: string;
}

/** What nobody has read on today's path and on that of the way that is taken, what decides first in front. */
export function missingOf(unknowns: readonly Unknown[]): Missing[] {
  const byKey = new Map(unknowns.map((u) => [u.key, u]));
  return [...byKey.values()]
    .map(({ step, text, decisive, key }) => ({ step, text: capital(text), decisive, key }))
    .sort((a, b) => Number(b.decisive) - Number(a.decisive));
}
