import type { ChildProcess, SpawnOptions } from "node:child_process";

export function startServerProcess(env: NodeJS.ProcessEnv, options?: SpawnOptions): ChildProcess;
