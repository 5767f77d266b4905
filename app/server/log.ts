import pino from "pino";
import { settings } from "./settings.ts";

/** The process's log: lines of JSON on standard output; never a password, token, name, query parameter or case. */
export const log = pino({ level: settings.logLevel, base: null });

/**
 * The loggable part of an error: its kind, codes and origin. Messages are left out, as those of a database or a parser
 * quote their input.
 */
export function faultOf(error: unknown): { fault: string; code?: string; at: string[]; cause?: object } {
  if (!(error instanceof Error)) return { fault: typeof error, at: [] };
  const { code } = error as { code?: unknown };
  const at = (error.stack ?? "").split("\n").filter((line) => /^\s+at /.test(line));
  return {
    fault: error.name,
    ...(typeof code === "string" && { code }),
    at: at.map((line) => line.trim()),
    ...(error.cause instanceof Error && { cause: faultOf(error.cause) }),
  };
}

/** A path without what it may hold of secrets. */
export const pathOf = (url: string): string => new URL(url).pathname.replace(/^\/(password|for)\/[^/.]+/, "/$1/*");
