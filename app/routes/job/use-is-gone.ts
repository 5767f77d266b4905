/** Whether an element has been scrolled out of sight. */
import { type RefObject, useEffect, useState } from "react";

export function useIsGone(element: RefObject<HTMLElement | null>): boolean {
  const [gone, setGone] = useState(false);
  useEffect(() => {
    if (!element.current) return;
    const watch = new IntersectionObserver(([entry]) => setGone(entry?.isIntersecting === false));
    watch.observe(element.current);
    return () => watch.disconnect();
  }, [element]);
  return gone;
}
