/** Password hashing in a worker thread: one hash takes a processor about 30 ms and would block all other requests. */
import { randomUUID } from "node:crypto";
import { hashSync, verifySync } from "@node-rs/argon2";
import { threadBehindPages } from "./thread.ts";

const decoy = hashSync(randomUUID());

const TASKS = {
  hash: (password: string): string => hashSync(password),

  /** Verifying against no hash (`null`) takes as long as against a real one, and always fails. */
  verify({ hash, password }: { hash: string | null; password: string }): boolean {
    const right = verifySync(hash || decoy, password);
    return right && Boolean(hash);
  },
};

export type PasswordTasks = typeof TASKS;
export default threadBehindPages(TASKS);
