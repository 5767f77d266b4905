/** Whether the page runs in a browser: false on the server and while the page is hydrated. */
import { useSyncExternalStore } from "react";

const never = () => () => {};

export const useIsLive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
