/** A worker that is asked and answers; who starts it ends it. */
import { type Remote, wrap } from "comlink";

export interface Thread<T> {
  ask: Remote<T>;
  end(): void;
  /** Never kept; broken where the worker cannot be fetched or breaks off, as it then answers nothing. */
  failed: Promise<never>;
}

export function threadOf<T>(worker: Worker): Thread<T> {
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = (event) => reject(new Error(event.message || "a worker did not start"));
  });
  // Who does not wait for it is not told.
  failed.catch(() => {});
  return { ask: wrap<T>(worker), end: () => worker.terminate(), failed };
}
