/** The line to the server: sends in a moment, and tries again after longer and longer waits while it is dead. */

import { PERSON_HEADER } from "#core/headers.ts";
import { type AnswerFormat, parseAnswer } from "#core/wire.ts";
import { devicePerson } from "#ui/offline/device-people.ts";

/** Calls back after the given milliseconds; returns a function that cancels. */
export type CallAfter = (work: () => void, ms: number) => () => void;

const RETRY_MS = [500, 1000, 2000, 4000, 8000];

/** Delay before the next try, by the number of failed tries. */
export const retryAfterMs = (tries: number): number => RETRY_MS[Math.min(tries, RETRY_MS.length - 1)] as number;

export class RetryTimer {
  private tries = 0;
  private callOff: (() => void) | null = null;

  constructor(
    private readonly send: () => void,
    private readonly later: CallAfter,
  ) {}

  /** Sends after the given milliseconds; an earlier schedule is replaced. */
  soon(ms = 0): void {
    this.callOff?.();
    this.callOff = this.later(this.send, ms);
  }
  /** Nobody answered. */
  again(): void {
    this.soon(retryAfterMs(this.tries++));
  }
  stop(): void {
    this.callOff?.();
  }
  answered(): void {
    this.tries = 0;
  }
}

export const callAfter: CallAfter = (work, ms) => {
  const timer = setTimeout(work, ms);
  return () => clearTimeout(timer);
};

/** A header that says whose edit, picture or file is sent: the server refuses it under another name. */
export const asDevicePerson = (): Record<string, string> => ({ [PERSON_HEADER]: devicePerson().id });

/** The server is in trouble of any kind. */
const inTrouble = (status: number) => status >= 500 || status === 429;
/** Only what passes by itself: no server, no database, too much to do. */
export const isPassing = (status: number) => [429, 502, 503, 504].includes(status);

/**
 * @param isNoAnswer statuses that count as no answer
 * @returns the answer, or null without one within `patienceMs`
 */
export async function fetchAnswer(
  address: string,
  init: RequestInit,
  patienceMs: number,
  isNoAnswer = inTrouble,
): Promise<Response | null> {
  try {
    const response = await fetch(address, { ...init, signal: AbortSignal.timeout(patienceMs) });
    return isNoAnswer(response.status) ? null : response;
  } catch {
    return null;
  }
}

/**
 * Asks for JSON of a known format.
 * @returns null without an answer, or where the answer is refused or of another format
 */
export async function askFor<T>(
  wanted: AnswerFormat<T>,
  address: string,
  patienceMs: number,
  init: RequestInit = {},
): Promise<T | null> {
  const response = await fetchAnswer(address, init, patienceMs);
  return response?.ok ? parseAnswer(wanted, await response.text().catch(() => "")) : null;
}

/** Sends at once when the browser finds its line again. @returns a function that stops it */
export function whenOnline(send: () => void): () => void {
  window.addEventListener("online", send);
  return () => window.removeEventListener("online", send);
}
