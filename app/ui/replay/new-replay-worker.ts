/** A thread of its own for replaying nights. */
import { type Thread, threadOf } from "#ui/live/thread.ts";
import type { ReplayWorker } from "./replay-worker.ts";

export const newReplayWorker = (): Thread<ReplayWorker> =>
  threadOf(new Worker(new URL("./replay-worker.ts", import.meta.url), { type: "module" }));
