/** A table that may be wider than its place: then it scrolls within it, by keyboard too. */
import { type ReactNode, useEffect, useRef, useState } from "react";
import styles from "./wide-table.module.css";

/** @param label what the table holds, for who comes to it by keyboard */
export function WideTable({ label, children }: { label: string; children: ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const [isWider, setIsWider] = useState(false);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const watch = new ResizeObserver(() => setIsWider(element.scrollWidth > element.clientWidth + 1));
    watch.observe(element);
    for (const child of element.children) watch.observe(child);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={place} className={styles.wide} {...(isWider && { tabIndex: 0, role: "region", "aria-label": label })}>
      {children}
    </div>
  );
}
