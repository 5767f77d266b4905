/** Every number answers "why?": a figure that can be asked, and the sheet that answers. */
import { Button, Descriptions } from "antd";
import { createContext, type ReactNode, Suspense, use, useEffect, useRef, useState } from "react";
import type { Why } from "#core/why.ts";
import { lower } from "#core/words.ts";
import { lazyPart } from "#ui/frame/lazy-part.ts";
import { useKeys } from "#ui/keys/use-keys.ts";
import { useNarrow } from "./use-narrow.ts";
import styles from "./why.module.css";

/** Fetched when a figure is first asked where there is no room beside the sheet. */
const WhyDrawer = lazyPart(() => import("./why-drawer.tsx"));

interface Asked {
  /** Finds the explanation in each new assessment, so that an open sheet follows the edits. */
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
 * The answer to the last figure that was asked: beside the sheet where there is room, from below where there is not.
 * @param operator the rule set's word for who gives the supply
 */
export function WhySheet({ operator }: { operator: string }) {
  const { asked, ask } = useWhy();
  const narrow = useNarrow();
  const heading = useRef<HTMLHeadingElement>(null);
  const close = () => {
    ask(null);
    asked?.from.focus();
  };
  useEffect(() => {
    if (asked) heading.current?.focus({ preventScroll: true });
  }, [asked]);
  useKeys((event) => {
    if (event.key !== "Escape" || !asked || narrow) return false;
    close();
    return true;
  });
  const why = asked?.find();
  if (!asked || !why) return null;
  const title = `Why ${lower(why.figure)} is`;
  if (narrow)
    return (
      <Suspense>
        <WhyDrawer title={title} onClose={close}>
          <WhyAnswer why={why} operator={operator} />
        </WhyDrawer>
      </Suspense>
    );
  return (
    <aside className={styles.sheet} aria-label="Why this figure">
      <header>
        <h2 ref={heading} tabIndex={-1}>
          {title}
        </h2>
        <Button size="small" onClick={close}>
          Close
        </Button>
      </header>
      <WhyAnswer why={why} operator={operator} />
    </aside>
  );
}

function WhyAnswer({ why, operator }: { why: Why; operator: string }) {
  return (
    <div className={styles.answer}>
      <p className={styles.value}>{why.value}</p>
      <Descriptions
        column={1}
        layout="vertical"
        size="small"
        colon={false}
        items={[
          { key: "formula", label: "Formula", children: why.formula },
          { key: "numbers", label: "With the numbers", children: <span className="figure">{why.numbers}</span> },
          { key: "rule", label: "Rule", children: why.rule },
          ...partOf("Assumed", why.assumes),
          ...partOf("What would change it", why.changes),
        ]}
      />
      <p className="quiet">Local code, the {operator}'s rules and the maker's instructions come before this sheet.</p>
    </div>
  );
}

/** A part of several sentences; no part where there are none. */
const partOf = (label: string, texts: readonly string[]) =>
  texts.length === 0 ? [] : [{ key: label, label, children: texts.map((text) => <p key={text}>{text}</p>) }];
