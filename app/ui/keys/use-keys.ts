/** Keys that work anywhere on a page except in text fields; Escape leaves a field. */
import { useEffect, useRef } from "react";

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** @param press handles a key and says whether it was its own; such a key is not passed on */
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
