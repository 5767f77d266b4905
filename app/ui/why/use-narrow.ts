/** Whether there is room for a sheet beside the step's, as `frame.module.css` lays it out. */
import { useSyncExternalStore } from "react";

const NARROW = "(max-width: 1020px)";

const follow = (listener: () => void) => {
  const media = window.matchMedia(NARROW);
  media.addEventListener("change", listener);
  return () => media.removeEventListener("change", listener);
};

export const useNarrow = (): boolean =>
  useSyncExternalStore(
    follow,
    () => window.matchMedia(NARROW).matches,
    () => false,
  );
