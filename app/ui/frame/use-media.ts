/** Whether the screen fits a media query; on the server, and until the page is live, it does not. */
import { useSyncExternalStore } from "react";

/** A phone, as the style sheets have it. */
export const PHONE = "(max-width: 700px)";

const follow = (query: string) => (listener: () => void) => {
  const media = window.matchMedia(query);
  media.addEventListener("change", listener);
  return () => media.removeEventListener("change", listener);
};

/** A hook that follows one media query. */
export function mediaHook(query: string): () => boolean {
  const followQuery = follow(query);
  return () =>
    useSyncExternalStore(
      followQuery,
      () => window.matchMedia(query).matches,
      () => false,
    );
}
