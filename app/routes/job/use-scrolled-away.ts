/** Whether an element has been scrolled out of sight on a small screen. */
import { type RefObject, useEffect, useState } from "react";

/** As `frame.module.css` has it. */
const PHONE = "(max-width: 700px)";

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
