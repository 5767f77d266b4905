/**
 * Places where heavy work waits its turn, so that pages and `/health` never wait for it: worker threads, a pool for
 * each kind of work. Each queue has an end, and each task a deadline.
 */
import { existsSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import PQueue from "p-queue";
import { Piscina } from "piscina";
import type { JobTasks } from "../work/jobs.tsx";
import type { PasswordTasks } from "../work/passwords.ts";
import type { PictureTasks } from "../work/pictures.ts";
import type { Tasks } from "../work/thread.ts";
import { refuse } from "./refusals.ts";

const pools = new Map<string, Piscina>();

/** A pool whose threads begin with its first task, and end once none came for a while. */
function poolOf(source: string, most: number, mostWaiting: number): Piscina {
  const known = pools.get(source);
  if (known) return known;
  const built = path.resolve("build", "work", `${path.parse(source).name}.js`);
  const fromSources = Boolean(process.env.VITEST) || !existsSync(built);
  const made = new Piscina({
    filename: fromSources ? path.resolve("app", "work", "from-sources.mjs") : built,
    workerData: { source: path.join("app", "work", source) },
    minThreads: 0,
    maxThreads: most,
    idleTimeout: 60_000,
    maxQueue: mostWaiting,
    // Between its tasks a thread still minds its clock and the processes it has begun.
    atomics: "disabled",
  });
  pools.set(source, made);
  return made;
}

/**
 * A kind of work with a pool of its own.
 * @returns a task in one of its threads; throws a refusal where too many wait, or where it takes longer than anything
 * should
 */
function pool<T extends Tasks>(source: string, limits: { most: number; mostWaiting: number; deadlineMs: number }) {
  const run = async <K extends keyof T>(
    task: K,
    input: Parameters<T[K]>[0],
    transferList: ArrayBuffer[] = [],
  ): Promise<Awaited<ReturnType<T[K]>>> => {
    const signal = AbortSignal.timeout(limits.deadlineMs);
    try {
      return await poolOf(source, limits.most, limits.mostWaiting).run({ task, input }, { signal, transferList });
    } catch (error) {
      const { name, message } = error as Error;
      if (name === "AbortError" || name === "TimeoutError") throw refuse("takes-too-long");
      if (/queue is at limit/i.test(message)) throw refuse("busy");
      throw error;
    }
  };
  return Object.assign(run, { waiting: () => pools.get(source)?.queueSize ?? 0 });
}

/** The largest home and its largest paper take about a second; one processor is left to the requests. */
export const forJobs = pool<JobTasks>("jobs.tsx", {
  most: Math.max(1, os.availableParallelism() - 1),
  mostWaiting: 200,
  deadlineMs: 20_000,
});
/** One password takes a processor some 30 ms. */
export const forPasswords = pool<PasswordTasks>("passwords.ts", { most: 1, mostWaiting: 400, deadlineMs: 60_000 });
/** A picture of 79 megapixels takes a second and 250 MB. */
export const forPictures = pool<PictureTasks>("pictures.ts", { most: 1, mostWaiting: 40, deadlineMs: 60_000 });

/** So many at once, and so many waiting; whoever comes later is told to try again. */
function place(atOnce: number, mostWaiting: number) {
  const queue = new PQueue({ concurrency: atOnce });
  const take = <T>(work: () => Promise<T>): Promise<T> => {
    if (queue.size >= mostWaiting) return Promise.reject(refuse("busy"));
    return queue.add(work) as Promise<T>;
  };
  return Object.assign(take, { waiting: () => queue.size });
}

/** Requests that bring much work are let in one at a time, so that a crowd of them leaves room for the others. */
export const atSignIn = place(1, 400);
export const atPhotos = place(1, 40);

/** How many tasks wait at each place. */
export const waiting = (): Record<"jobs" | "passwords" | "pictures" | "door", number> => ({
  jobs: forJobs.waiting(),
  passwords: forPasswords.waiting(),
  pictures: forPictures.waiting(),
  door: atSignIn.waiting() + atPhotos.waiting(),
});

export async function endWork(): Promise<void> {
  const all = [...pools.values()];
  pools.clear();
  await Promise.all(all.map((each) => each.destroy()));
}
