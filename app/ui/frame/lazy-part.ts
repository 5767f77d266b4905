/** Parts of a page whose script is fetched when they are first shown. */
import { type ComponentType, lazy } from "react";
import { callAfter, retryAfterMs, whenOnline } from "#ui/live/retry.ts";

/** With a connection, a script that is missing so often is not there any more. */
const MOST_TRIES = 8;

/**
 * As React's `lazy`, but a script that cannot be fetched is tried again, at the latest when the connection is back.
 * Meanwhile the fallback is shown, and the rest of the page can be used.
 */
export const lazyPart = <Props extends object>(load: () => Promise<{ default: ComponentType<Props> }>) =>
  lazy(() => withRetries(load));

/** Loads a script. @throws what `load` threw last, where it failed too often with a connection */
export async function withRetries<Module>(load: () => Promise<Module>): Promise<Module> {
  for (let tries = 0; ; tries++) {
    try {
      return await load();
    } catch (error) {
      if (tries >= MOST_TRIES && navigator.onLine) throw error;
      await connectionOrDelay(retryAfterMs(tries));
      await fetchMissingStyles();
    }
  }
}

function connectionOrDelay(ms: number): Promise<void> {
  return new Promise((resolve) => {
    const stop = whenOnline(() => go());
    const callOff = callAfter(() => go(), ms);
    const go = () => {
      stop();
      callOff();
      resolve();
    };
  });
}

/** The bundler asks for a style sheet once; one that failed is asked for again here, or the part would have no style. */
async function fetchMissingStyles(): Promise<void> {
  const failed = [...document.querySelectorAll<HTMLLinkElement>("link[rel=stylesheet]")].filter(({ sheet }) => !sheet);
  await Promise.all(
    failed.map((link) => {
      const again = link.cloneNode() as HTMLLinkElement;
      const settled = new Promise((resolve) => {
        again.onload = resolve;
        again.onerror = resolve;
      });
      link.replaceWith(again);
      return settled;
    }),
  );
}
