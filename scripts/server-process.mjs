/**
 * How the server's process is started: with a heap that is cleared before it has grown far, and few arenas of the C
 * library, which keep what the decoding of pictures has freed. Both are the same in package.json's `start`.
 */
import { spawn } from "node:child_process";

export const startServerProcess = (env, options = {}) =>
  spawn(process.execPath, ["--max-old-space-size=224", "scripts/serve.mjs"], {
    ...options,
    env: { ...env, MALLOC_ARENA_MAX: "2" },
  });
