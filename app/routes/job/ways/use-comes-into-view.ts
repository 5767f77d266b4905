/** Whether an element has come into view, or within a screen of it; true from then on. */
import { type RefObject, useEffect, useState } from "react";

export function useComesIntoView(element: RefObject<HTMLElement | null>): boolean {
  const [hasCome, setHasCome] = useState(false);
  useEffect(() => {
    if (hasCome || !element.current) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some((entry) => entry.isIntersecting)) setHasCome(true);
      },
      // Margins count only at the element that scrolls.
      { root: element.current.closest("main"), rootMargin: "100% 0px" },
    );
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element, hasCome]);
  return hasCome;
}
