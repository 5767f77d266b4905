/**
 * Places where heavy work waits its turn, so that pages and `/health` never wait for it: assessments and papers in
 * worker threads; passwords and pictures, which their libraries work out beside this thread, so many at a time. Each
 * queue has an end, and each task a deadline.
 */
import { existsSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import PQueue from "p-queue";
import { Piscina } from "piscina";
import type { Tasks } from "../work/tasks.tsx";
import { refuse } from "./refusals.ts";

/** The largest home and its largest paper take about a second. */
const DEADLINE_MS = 20_000;
const MOST_WAITING = 200;

const built = path.resolve("build", "work", "worker.js");
let pool: Piscina | null = null;

/** Threads begin with the first task; one is left to the requests. */
function threads(): Piscina {
  pool ??= new Piscina({
    filename: process.env.VITEST || !existsSync(built) ? path.resolve("app", "work", "from-sources.mjs") : built,
    minThreads: 1,
    maxThreads: Math.max(1, os.availableParallelism() - 1),
    idleTimeout: 60_000,
    maxQueue: MOST_WAITING,
  });
  return pool;
}

/** A task in a worker thread. Throws a refusal where too many wait, or where it takes longer than anything should. */
export async function inWorker<K extends keyof Tasks>(
  task: K,
  input: Parameters<Tasks[K]>[0],
  deadlineMs = DEADLINE_MS,
): Promise<Awaited<ReturnType<Tasks[K]>>> {
  try {
    return await threads().run({ task, input }, { signal: AbortSignal.timeout(deadlineMs) });
  } catch (error) {
    const { name, message } = error as Error;
    if (name === "AbortError" || name === "TimeoutError") throw refuse("takes-too-long");
    if (/queue is at limit/i.test(message)) throw refuse("busy");
    throw error;
  }
}

/** So many at once, and so many waiting; whoever comes later is told to try again. */
function place(atOnce: number, mostWaiting: number) {
  const queue = new PQueue({ concurrency: atOnce });
  const take = <T>(work: () => Promise<T>): Promise<T> => {
    if (queue.size >= mostWaiting) return Promise.reject(refuse("busy"));
    return queue.add(work) as Promise<T>;
  };
  return Object.assign(take, { waiting: () => queue.size });
}

/** One password takes a processor some 30 ms. */
export const forPasswords = place(1, 400);
/** A picture of 79 megapixels takes a second and 250 MB. */
export const forPictures = place(1, 40);

/** Requests that begin with much work are let in a few at a time, so that a crowd of them leaves room for the others. */
export const atSignIn = place(2, 400);
export const atPhotos = place(1, 40);

/** How many tasks wait at each place. */
export const waiting = (): Record<"threads" | "passwords" | "pictures" | "door", number> => ({
  threads: pool?.queueSize ?? 0,
  passwords: forPasswords.waiting(),
  pictures: forPictures.waiting(),
  door: atSignIn.waiting() + atPhotos.waiting(),
});

export async function endWork(): Promise<void> {
  await pool?.destroy();
  pool = null;
}
