/** Passwords in a worker thread: one takes a processor some 30 ms, and nothing else may be done meanwhile. */
import { randomUUID } from "node:crypto";
import { hashSync, verifySync } from "@node-rs/argon2";
import { threadBehindPages } from "./thread.ts";

const decoy = hashSync(randomUUID());

const TASKS = {
  hash: (password: string): string => hashSync(password),

  /** Nobody's password (`null`) takes as long as somebody's, and is never right. */
  verify({ hash, password }: { hash: string | null; password: string }): boolean {
    const right = verifySync(hash || decoy, password);
    return right && Boolean(hash);
  },
};

export type PasswordTasks = typeof TASKS;
export default threadBehindPages(TASKS);
