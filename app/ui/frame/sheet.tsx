/** The sheet of a step: sections under plain headings, no cards. */
import type { ReactNode } from "react";
import styles from "./sheet.module.css";

export function Section(props: { id?: string; title: string; aside?: ReactNode; children: ReactNode }) {
  const { id, title, aside, children } = props;
  return (
    <section id={id} className={styles.section}>
      <header>
        <h2>{title}</h2>
        {aside}
      </header>
      {children}
    </section>
  );
}

/** A short, specific caution at the place of the danger. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <p className={styles.caution} role="note">
      <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
        <path d="M9 1.500 17 16H1Z" fill="none" stroke="currentColor" strokeWidth="1.800" strokeLinejoin="round" />
        <path d="M9 6.500v4.500M9 13.200v.6" stroke="currentColor" strokeWidth="1.800" strokeLinecap="round" />
      </svg>
      <span>{children}</span>
    </p>
  );
}
