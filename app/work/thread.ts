/** What every worker thread of the server is: its tasks by name, done after whoever waits for a page. */
import os from "node:os";

/** Of 0 to 19, where 0 is the thread that answers requests. The system weighs each thread by itself. */
export const BEHIND_PAGES = 10;

export type Tasks = Record<string, (input: never) => unknown>;

/** The function that a pool calls: plain values in and out. */
export function thread(tasks: Tasks) {
  os.setPriority(BEHIND_PAGES);
  return ({ task, input }: { task: string; input: never }): unknown => tasks[task]?.(input);
}
