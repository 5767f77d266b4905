/** The width of an element on the page, px; 0 before it is laid out. */
import { type RefObject, useEffect, useState } from "react";

export function useWidth(frame: RefObject<HTMLDivElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(box.clientWidth));
    watch.observe(box);
    return () => watch.disconnect();
  }, [frame]);
  return width;
}
