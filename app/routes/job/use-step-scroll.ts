/** Scrolls a new step to its top, and back to its old position after "back". At a desk the sheet scrolls, not the window. */
import { type RefObject, useLayoutEffect } from "react";
import { useLocation, useNavigationType } from "react-router";

/** Positions of the sheet by entry of the history, px. */
const positions = new Map<string, number>();

/** @returns the scroll handler of the sheet */
export function useStepScroll(sheet: RefObject<HTMLElement | null>): () => void {
  const { key, pathname, hash } = useLocation();
  const isBack = useNavigationType() === "POP";
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another path is another step
  useLayoutEffect(() => {
    if (sheet.current && hash === "") sheet.current.scrollTop = isBack ? (positions.get(key) ?? 0) : 0;
  }, [pathname]);
  return () => void positions.set(key, sheet.current?.scrollTop ?? 0);
}
