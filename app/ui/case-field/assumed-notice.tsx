/** The number of values that are only assumed, with one button for a person who has compared them all. */
import { Button } from "antd";
import type { ReactNode } from "react";
import styles from "./case-field.module.css";

export function AssumedNotice({ children, onConfirm }: { children: ReactNode; onConfirm(): void }) {
  return (
    <p className={styles.assumedNotice} role="status">
      {children}
      <Button onClick={onConfirm}>I have compared them all</Button>
    </p>
  );
}
