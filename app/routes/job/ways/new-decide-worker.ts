/** A thread of its own for what takes thousands of assessments; who starts it ends it. */
import { type Remote, wrap } from "comlink";
import type { DecideWorker } from "./decide-worker.ts";

export function newDecideWorker(): { ask: Remote<DecideWorker>; end(): void } {
  const worker = new Worker(new URL("./decide-worker.ts", import.meta.url), { type: "module" });
  return { ask: wrap<DecideWorker>(worker), end: () => worker.terminate() };
}
