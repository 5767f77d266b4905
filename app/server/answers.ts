/** Answers to requests of an open page that are done or not; `core/wire.ts` has their formats. */
import { refuse } from "./refusals.ts";

export const done = (): Response => Response.json({ kind: "done" });

/** Done, or not found where the thing that was asked about does not exist. */
export const doneIf = (isDone: boolean): Response => (isDone ? done() : refuse("not-found"));

/** @param text a sentence for the person */
export const problem = (text: string, status = 400): Response =>
  Response.json({ kind: "problem", problem: text }, { status });
