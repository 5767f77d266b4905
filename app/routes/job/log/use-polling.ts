/** Asks again and again while the page is visible. */
import { useEffect, useRef } from "react";

/** While the page is hidden, or nothing is going on. */
const IDLE_MS = 6000;

/**
 * @param ask asks once. @returns when to ask again, ms; null where there is nothing to ask for
 * @returns asks at once, also after the polling has ended
 */
export function usePolling(ask: () => Promise<number | null>): () => Promise<void> {
  const wake = useRef(async () => {});
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    let isGone = false;
    const look = async () => {
      clearTimeout(timer);
      const again = document.visibilityState === "visible" ? await ask() : IDLE_MS;
      clearTimeout(timer);
      if (!isGone && again !== null) timer = setTimeout(() => void look(), again);
    };
    wake.current = look;
    void look();
    return () => {
      isGone = true;
      clearTimeout(timer);
    };
  }, [ask]);
  return () => wake.current();
}
