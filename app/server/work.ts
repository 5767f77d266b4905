/**
 * Heavy work in worker threads, so that pages and `/health` never wait for it: a pool and a fair queue for each kind of
 * work. Each task has a deadline, and each thread a limit of its heap.
 */
import { existsSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { Piscina } from "piscina";
import type { FileTasks } from "../work/files.ts";
import type { JobTasks } from "../work/jobs.tsx";
import type { PageTasks } from "../work/pages.ts";
import type { PasswordTasks } from "../work/passwords.ts";
import type { PictureTasks } from "../work/pictures.ts";
import type { ThreadTasks } from "../work/thread.ts";
import { FairQueue } from "./fair-queue.ts";
import { refuse } from "./refusals.ts";
import type { PageRequest, RenderedPage } from "./render-page.ts";
import { currentSender } from "./sender.ts";

const pools = new Map<string, Piscina>();

interface PoolLimits {
  /** Threads. */
  most: number;
  mostWaiting: number;
  /** Most waiting tasks of one person, or of one address before signing in. */
  mostWaitingOfOne: number;
  deadlineMs: number;
  heapMB: number;
}

/** The pool of a name, made when it is first asked for. */
function poolNamed(
  name: string,
  { most, heapMB }: PoolLimits,
  options: () => ConstructorParameters<typeof Piscina>[0],
) {
  const known = pools.get(name);
  if (known) return known;
  const made = new Piscina({
    maxThreads: most,
    resourceLimits: { maxOldGenerationSizeMb: heapMB },
    // Atomics would block timers and child processes between tasks.
    atomics: "disabled",
    ...options(),
  });
  pools.set(name, made);
  return made;
}

/** A pool of threads that load this build of the server. */
const poolOfServer = (limits: PoolLimits): Piscina =>
  poolNamed("server", limits, () => ({
    filename: path.resolve("build", "server", "index.js"),
    name: "renderPage",
    // The first page of a thread takes seconds longer than any other one.
    minThreads: limits.most,
    idleTimeout: 300_000,
  }));

/** A pool whose threads begin with its first task, and end once none came for a while. */
const poolOf = (source: string, limits: PoolLimits): Piscina =>
  poolNamed(source, limits, () => {
    const built = path.resolve("build", "work", `${path.parse(source).name}.js`);
    const fromSources = Boolean(process.env.VITEST) || !existsSync(built);
    return {
      filename: fromSources ? path.resolve("app", "work", "from-sources.mjs") : built,
      workerData: { source: path.join("app", "work", source) },
      minThreads: 0,
      idleTimeout: 60_000,
    };
  });

/** Why a thread ended without a result, as a refusal; null for a fault of ours. */
function refusalOf(error: unknown) {
  const { name, code } = error as { name?: string; code?: string };
  if (name === "AbortError" || name === "TimeoutError") return refuse("takes-too-long");
  if (code === "ERR_WORKER_OUT_OF_MEMORY") return refuse("takes-too-much");
  return null;
}

/** Runs a task of a pool within its deadline. @throws a refusal where it takes longer, or more memory */
async function runWithin(deadlineMs: number, run: (options: { signal: AbortSignal }) => Promise<unknown>) {
  try {
    return await run({ signal: AbortSignal.timeout(deadlineMs) });
  } catch (error) {
    throw refusalOf(error) ?? error;
  }
}

/**
 * A kind of work with a pool of its own.
 * @returns a task in one of its threads; throws a refusal where too many tasks wait, or where a task takes longer or
 * more memory than anything should
 */
function pool<T extends ThreadTasks>(source: string, limits: PoolLimits) {
  const { most, mostWaiting, mostWaitingOfOne, deadlineMs } = limits;
  const queue = new FairQueue({ atOnce: most, mostWaiting, mostWaitingOfOne });
  const run = <K extends keyof T>(
    task: K,
    input: Parameters<T[K]>[0],
    transferList: ArrayBuffer[] = [],
  ): Promise<Awaited<ReturnType<T[K]>>> => {
    const work = () =>
      runWithin(deadlineMs, (options) => poolOf(source, limits).run({ task, input }, { ...options, transferList }));
    return queue.run(currentSender(), work) as Promise<Awaited<ReturnType<T[K]>>>;
  };
  return Object.assign(run, { waiting: () => queue.size });
}

const RENDER_LIMITS: PoolLimits = {
  most: os.availableParallelism(),
  mostWaiting: 200,
  mostWaitingOfOne: 20,
  deadlineMs: 15_000,
  heapMB: 320,
};
const renderQueue = new FairQueue({ atOnce: RENDER_LIMITS.most, atOnceOfOne: 1, ...RENDER_LIMITS });

/**
 * Renders a page in a thread of its own kind.
 * @param session whose page it is, as far as that is known before the session is looked up
 * @throws a refusal where too many wait, or where it takes too long
 */
export const renderInThread = (page: PageRequest, session: string): Promise<RenderedPage> =>
  renderQueue.run({ ...currentSender(), one: session }, () =>
    runWithin(RENDER_LIMITS.deadlineMs, (options) => poolOfServer(RENDER_LIMITS).run(page, options)),
  ) as Promise<RenderedPage>;

/** After this many pages, V8 has compiled most of what renders a page. */
const WARM_UP_PAGES = 40;

/**
 * Starts the threads that render pages and warms them up, so that the first people do not wait for them. Each page of
 * the warm-up is a task by itself: a request that comes meanwhile waits for one of them at most.
 */
export async function startRendering(): Promise<void> {
  const pool = poolOfServer(RENDER_LIMITS);
  for (let i = 0; i < WARM_UP_PAGES; i++)
    await Promise.all(pool.threads.map(() => pool.run(undefined, { name: "warmUp" })));
}

/** Work for pages and edits: assessments and summaries. */
export const forPages = pool<PageTasks>("pages.ts", {
  most: Math.max(1, os.availableParallelism() - 1),
  mostWaiting: 200,
  mostWaitingOfOne: 60,
  deadlineMs: 20_000,
  heapMB: 256,
});
/** Papers and exports, on all processors behind the pages; the largest paper takes a few seconds. */
export const forJobs = pool<JobTasks>("jobs.tsx", {
  most: os.availableParallelism(),
  mostWaiting: 100,
  mostWaitingOfOne: 20,
  deadlineMs: 30_000,
  heapMB: 384,
});
/** Uploaded files, which can be made to take long. */
export const forFiles = pool<FileTasks>("files.ts", {
  most: 1,
  mostWaiting: 100,
  mostWaitingOfOne: 8,
  deadlineMs: 15_000,
  heapMB: 256,
});
/** One password takes a processor some 30 ms. */
export const forPasswords = pool<PasswordTasks>("passwords.ts", {
  most: 1,
  mostWaiting: 400,
  mostWaitingOfOne: 400,
  deadlineMs: 60_000,
  heapMB: 64,
});
/** A picture of 79 megapixels takes a second and 250 MB. */
export const forPictures = pool<PictureTasks>("pictures.ts", {
  most: 1,
  mostWaiting: 80,
  mostWaitingOfOne: 40,
  deadlineMs: 60_000,
  heapMB: 128,
});

/** Sign-ins, one at a time and by address in turn, so that a crowd of them leaves room for the pages. */
export const signInQueue = new FairQueue({ atOnce: 1, mostWaiting: 400, mostWaitingOfOne: 200 });
/** Edits: each takes a connection to the database while it is assessed. */
export const editQueue = new FairQueue({
  atOnce: 6,
  atOnceOfOne: 2,
  atOnceOfFirm: 3,
  mostWaiting: 400,
  mostWaitingOfOne: 100,
  mostWaitingOfFirm: 200,
});

/** How many tasks wait in each queue. */
export const waitingTasks = (): Record<
  "rendering" | "pages" | "jobs" | "files" | "passwords" | "pictures" | "signIns" | "edits",
  number
> => ({
  rendering: renderQueue.size,
  pages: forPages.waiting(),
  jobs: forJobs.waiting(),
  files: forFiles.waiting(),
  passwords: forPasswords.waiting(),
  pictures: forPictures.waiting(),
  signIns: signInQueue.size,
  edits: editQueue.size,
});

export async function endWork(): Promise<void> {
  const all = [...pools.values()];
  pools.clear();
  await Promise.all(all.map((each) => each.destroy()));
}
