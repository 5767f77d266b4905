/** Shared setup of the server's worker threads: tasks by name. */

import os from "node:os";
import { ownValue } from "#core/own-value.ts";

/** Of 0 to 19, where 0 is the thread that answers requests. The system weighs each thread by itself. */
export const BEHIND_PAGES = 10;

export type ThreadTasks = Record<string, (input: never) => unknown>;

/** The function that a pool calls: plain values in and out. */
export const startThread =
  (tasks: ThreadTasks) =>
  ({ task, input }: { task: string; input: never }): unknown =>
    ownValue(tasks, task)?.(input);

/** A worker thread with low priority, so that page requests are served first. */
export function threadBehindPages(tasks: ThreadTasks) {
  os.setPriority(BEHIND_PAGES);
  return startThread(tasks);
}
