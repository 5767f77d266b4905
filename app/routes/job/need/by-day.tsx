/** A value entered once, or for each day of the week where days differ. */
import { Button } from "antd";
import type { ReactNode } from "react";
import { WEEKDAYS } from "#core/case/document/vocabulary.ts";
import styles from "./need.module.css";

export function ByDay(props: {
  /** The value that differs by day: "hours", "distance". */
  what: string;
  on: boolean;
  onDiffer(): void;
  onAlike(): void;
  /** @param day 0 is Monday */
  children(day: number, short: string): ReactNode;
}) {
  const { what, on, onDiffer, onAlike, children } = props;
  if (!on)
    return (
      <p className={styles.byDay}>
        <Button size="small" onClick={onDiffer}>
          Other {what} on some days
        </Button>
      </p>
    );
  return (
    <fieldset className={styles.week}>
      <legend>
        {what[0]?.toUpperCase()}
        {what.slice(1)} by day{" "}
        <Button size="small" onClick={onAlike}>
          All days alike
        </Button>
      </legend>
      <div className={styles.days}>
        {WEEKDAYS.map((day, i) => (
          <div key={day} className={styles.day}>
            {children(i, day.slice(0, 3))}
          </div>
        ))}
      </div>
    </fieldset>
  );
}
