export interface RunningDatabase {
  url: string;
  urlOf(name: string): string;
  port: number;
  process: import("node:child_process").ChildProcess;
  stop(): Promise<void>;
}
export function startDatabase(options: {
  folder: string;
  port?: number;
  detached?: boolean;
  password?: string | null;
  options?: string[];
  startWaitMs?: number;
  user?: string;
}): Promise<RunningDatabase>;
export function freePort(): Promise<number>;
export function portIsFree(port: number): Promise<boolean>;
