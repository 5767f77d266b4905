/** A thread of its own for what takes thousands of assessments. */
import { type Thread, threadOf } from "#ui/live/thread.ts";
import type { DecideWorker } from "./decide-worker.ts";

export const newDecideWorker = (): Thread<DecideWorker> =>
  threadOf(new Worker(new URL("./decide-worker.ts", import.meta.url), { type: "module" }));
