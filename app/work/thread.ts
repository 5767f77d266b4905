/** Shared setup of the server's worker threads: tasks by name. */

import os from "node:os";
import { ownValue } from "#core/own-value.ts";

/**
 * Priorities of threads, of 0 to 19, where 0 is the thread that answers requests: a busy processor gives it most of its
 * time. The system weighs each thread by itself.
 */
export const BEHIND_ANSWERS = 12;
export const BEHIND_PAGES = 19;

export type ThreadTasks = Record<string, (input: never) => unknown>;

function runTasks(tasks: ThreadTasks, priority: number) {
  os.setPriority(priority);
  return ({ task, input }: { task: string; input: never }): unknown => ownValue(tasks, task)?.(input);
}

/** The function that a pool calls, plain values in and out, for work that a page or an edit waits for. */
export const startThread = (tasks: ThreadTasks) => runTasks(tasks, BEHIND_ANSWERS);

/** The same for slower work: page requests are served first. */
export const threadBehindPages = (tasks: ThreadTasks) => runTasks(tasks, BEHIND_PAGES);
