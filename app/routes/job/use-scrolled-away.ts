/** Whether an element has been scrolled out of sight on a small screen. */
import { type RefObject, useEffect, useState } from "react";
import { PHONE } from "#ui/frame/use-media.ts";

export function useScrolledAway(element: RefObject<HTMLElement | null>): boolean {
  const [gone, setGone] = useState(false);
  useEffect(() => {
    if (!element.current) return;
    const watch = new IntersectionObserver(([entry]) =>
      setGone(entry?.isIntersecting === false && window.matchMedia(PHONE).matches),
    );
    watch.observe(element.current);
    return () => watch.disconnect();
  }, [element]);
  return gone;
}
