/** Every number answers "why?": a figure that can be asked, and the sheet that answers. */
import { Button } from "antd";
import { createContext, type ReactNode, use, useEffect, useRef, useState } from "react";
import type { Why } from "#core/why.ts";
import { lower } from "#core/words.ts";
import styles from "./why.module.css";

interface Asked {
  /** Finds the answer anew in each assessment, so that an open sheet follows the edits. */
  find: () => Why | undefined;
  from: HTMLElement;
}
const WhyContext = createContext<{ asked: Asked | null; ask: (asked: Asked | null) => void } | null>(null);

export function WhyProvider({ children }: { children: ReactNode }) {
  const [asked, ask] = useState<Asked | null>(null);
  return <WhyContext value={{ asked, ask }}>{children}</WhyContext>;
}

function useWhy() {
  const context = use(WhyContext);
  if (!context) throw new Error("a figure stands inside WhyProvider");
  return context;
}

/** A computed figure: click, tap or Enter asks why. */
export function Figure({ why, children, big = false }: { why: Why; children: ReactNode; big?: boolean }) {
  const { asked, ask } = useWhy();
  const latest = useRef(why);
  latest.current = why;
  const find = useRef(() => latest.current);
  const open = asked?.find === find.current;
  return (
    <button
      type="button"
      className={`${styles.figure} ${big ? styles.big : ""}`}
      aria-expanded={open}
      aria-label={`${why.figure}: ${why.value}. Why?`}
      onClick={(event) => ask(open ? null : { find: find.current, from: event.currentTarget })}
    >
      {children}
    </button>
  );
}

/** Whether a why sheet is open, for the frame to give it room. */
export const useWhyIsOpen = (): boolean => useWhy().asked !== null;

/**
 * The answer to the last figure that was asked.
 * @param operator the rule set's word for who gives the supply
 */
export function WhySheet({ operator }: { operator: string }) {
  const { asked, ask } = useWhy();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    if (!asked) return;
    heading.current?.focus({ preventScroll: true });
    const close = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      ask(null);
      asked.from.focus();
    };
    window.addEventListener("keydown", close);
    return () => window.removeEventListener("keydown", close);
  }, [asked, ask]);
  const why = asked?.find();
  if (!asked || !why) return null;
  return (
    <aside className={styles.sheet} aria-label="Why this figure">
      <header>
        <h2 ref={heading} tabIndex={-1}>
          Why {lower(why.figure)} is
        </h2>
        <Button
          size="small"
          onClick={() => {
            ask(null);
            asked.from.focus();
          }}
        >
          Close
        </Button>
      </header>
      <p className={styles.value}>{why.value}</p>
      <dl>
        <dt>Formula</dt>
        <dd>{why.formula}</dd>
        <dt>With the numbers</dt>
        <dd className="figure">{why.numbers}</dd>
        <dt>Rule</dt>
        <dd>{why.rule}</dd>
        {why.assumes.length > 0 && <dt>Assumed</dt>}
        {why.assumes.map((text) => (
          <dd key={text}>{text}</dd>
        ))}
        {why.changes.length > 0 && <dt>What would change it</dt>}
        {why.changes.map((text) => (
          <dd key={text}>{text}</dd>
        ))}
      </dl>
      <p className="quiet">Local code, the {operator}'s rules and the maker's instructions come before this sheet.</p>
    </aside>
  );
}
