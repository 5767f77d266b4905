/** Keys that count anywhere on a page, but not where somebody is typing; Escape leaves the field. */
import { useEffect, useRef } from "react";

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** @param press does what a key is for, and says whether it was one of its own; then nobody else gets it */
export function useKeys(press: (event: KeyboardEvent) => boolean): void {
  const latest = useRef(press);
  latest.current = press;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.altKey || event.defaultPrevented) return;
      const control = event.ctrlKey || event.metaKey;
      if (!control && isTyping(event.target)) {
        if (event.key !== "Escape") return;
        (event.target as HTMLElement).blur();
      }
      if (latest.current(event)) event.preventDefault();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
