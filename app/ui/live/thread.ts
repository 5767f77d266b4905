/** A worker that is asked and answers; who starts it ends it. */
import { type Remote, wrap } from "comlink";

export interface Thread<T> {
  ask: Remote<T>;
  end(): void;
  /** Never resolves; rejects where the worker cannot be loaded or crashes, because it will not answer then. */
  failed: Promise<never>;
}

export function threadOf<T>(worker: Worker): Thread<T> {
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message || "a worker did not start"));
  });
  // Avoids an unhandled rejection.
  failed.catch(() => {});
  return { ask: wrap<T>(worker), end: () => worker.terminate(), failed };
}
