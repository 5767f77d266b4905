import pino from "pino";
import { settings } from "./settings.ts";

/** The process's log: lines of JSON on standard output; never a password, token or case. */
export const log = pino({ level: settings.logLevel, base: null });
