/** Where a step is scrolled to at a desk, where the sheet scrolls and not the window: a new one begins at its top. */
import { type RefObject, useLayoutEffect } from "react";
import { useLocation, useNavigationType } from "react-router";

/** Positions of the sheet by entry of the history, px. */
const positions = new Map<string, number>();

/** @returns what the sheet does when it is scrolled */
export function useStepScroll(sheet: RefObject<HTMLElement | null>): () => void {
  const { key, pathname, hash } = useLocation();
  const isBack = useNavigationType() === "POP";
  // biome-ignore lint/correctness/useExhaustiveDependencies: a step is another one by its path
  useLayoutEffect(() => {
    if (sheet.current && hash === "") sheet.current.scrollTop = isBack ? (positions.get(key) ?? 0) : 0;
  }, [pathname]);
  return () => void positions.set(key, sheet.current?.scrollTop ?? 0);
}
