/** When to try again: after longer and longer delays, and at once when the connection is back. */

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

/** Sends at once when the browser finds its line again. @returns a function that stops it */
export function whenOnline(send: () => void): () => void {
  window.addEventListener("online", send);
  return () => window.removeEventListener("online", send);
}
