/** A thread of its own for reading files. */
import { type Thread, threadOf } from "#ui/live/thread.ts";
import type { IntervalWorker } from "./interval-worker.ts";

export const newIntervalWorker = (): Thread<IntervalWorker> =>
  threadOf(new Worker(new URL("./interval-worker.ts", import.meta.url), { type: "module" }));
