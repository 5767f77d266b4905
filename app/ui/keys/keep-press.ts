/**
 * Clicks the control on which a press began. While the pointer is down, a new result further up may move the page, and
 * the browser would send the click to another element that is under the pointer by then.
 */
import { useEffect } from "react";

const PRESSABLE =
  "button, a[href], label, input, select, summary, [role=option], [role=radio], [role=switch], [role=tab]";
/** A pointer that moves further than this while it is down drags, px. */
const STEADY_PX = 10;

interface Press {
  control: HTMLElement;
  x: number;
  y: number;
  top: number;
  left: number;
}

export function useKeepPress(): void {
  useEffect(() => {
    let press: Press | null = null;
    const begin = ({ target, clientX: x, clientY: y }: PointerEvent) => {
      const control = target instanceof Element ? target.closest<HTMLElement>(PRESSABLE) : null;
      const box = control?.getBoundingClientRect();
      press = control && box ? { control, x, y, top: box.top, left: box.left } : null;
    };
    const end = (event: MouseEvent) => {
      const began = press;
      press = null;
      if (!began?.control.isConnected || !event.isTrusted || began.control.contains(event.target as Node)) return;
      const box = began.control.getBoundingClientRect();
      const hasMoved = Math.hypot(box.left - began.left, box.top - began.top) > 1;
      const isSteady = Math.hypot(event.clientX - began.x, event.clientY - began.y) < STEADY_PX;
      if (!hasMoved || !isSteady) return;
      event.preventDefault();
      event.stopPropagation();
      began.control.click();
    };
    document.addEventListener("pointerdown", begin, true);
    document.addEventListener("click", end, true);
    return () => {
      document.removeEventListener("pointerdown", begin, true);
      document.removeEventListener("click", end, true);
    };
  }, []);
}
