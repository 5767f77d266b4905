/** Runs a command of the command line, as npm does. */
import { spawnSync } from "node:child_process";
import path from "node:path";

const RUN = path.resolve(import.meta.dirname, "../cli/run.mjs");

/** @param input of standard input */
export const runCommand = (
  command: "assess" | "replay" | "paper" | "calendar",
  args: readonly string[],
  input?: string,
) => spawnSync(process.execPath, [RUN, command, ...args], { encoding: "utf8", input });
