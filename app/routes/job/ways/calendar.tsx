/** When each way could be done: one strip a way on a common calendar of working days. */
import { memo } from "react";
import { daysAfter, showDayOfMonth } from "#core/dates.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { placedSteps, totalDays } from "#core/estimate/schedule.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showDays } from "#core/units.ts";
import type { WayJudgement } from "#core/ways/types.ts";
import { Section } from "#ui/frame/sheet.tsx";
import { useJobPart } from "#ui/job-store/use-job.tsx";
import { useVisitor } from "../use-visitor.ts";
import { useWorked } from "./use-worked.ts";
import styles from "./ways.module.css";

/** Number of dates on the scale. */
const TICKS = 5;

export const WaitCalendar = memo(function Calendar({ ways, book }: { ways: readonly WayJudgement[]; book: PriceBook }) {
  const { today } = useVisitor();
  const { conventions } = codebookOf(useJobPart((job) => job.document.rules));
  const written = (day: string) => showDayOfMonth(day, conventions);
  const worked = useWorked(book);
  const strips = ways
    .filter((w) => w.steps.length > 0)
    .map((way) => ({ way, placed: placedSteps(way.steps, "typical", worked) }));
  const last = Math.max(1, ...strips.map((s) => totalDays(s.placed)));
  if (strips.length === 0) return null;
  const at = (day: number) => `${(day / last) * 100}%`;
  return (
    <Section
      id="wait"
      title="When it could be done"
      aside={<span className="quiet">if started today, with typical waits</span>}
    >
      <div className={styles.calendar}>
        <div className={styles.scale} aria-hidden="true">
          {Array.from({ length: TICKS + 1 }, (_, i) => Math.round((last * i) / TICKS)).map((day) => (
            <span key={day} style={{ left: at(day) }}>
              {written(daysAfter(today, day))}
            </span>
          ))}
        </div>
        {strips.map(({ way, placed }) => {
          const end = totalDays(placed);
          return (
            <div key={way.way} className={styles.strip}>
              <p>
                {way.name}{" "}
                <span className="quiet">
                  done by {written(daysAfter(today, end))}, {showDays(end)}
                </span>
              </p>
              <ol className={styles.steps} style={{ height: `${rowsOf(placed) * 1.7}rem` }}>
                {placed.map((step, i) => (
                  <li
                    key={step.id}
                    data-last={step.to === last}
                    style={{
                      left: at(step.from),
                      width: `max(3px, ${at(Math.max(0, step.to - step.from))})`,
                      top: `${rowOf(placed, i) * 1.7}rem`,
                    }}
                    title={`${step.name}: ${written(daysAfter(today, step.from))} to ${written(daysAfter(today, step.to))}`}
                  >
                    <span>{step.name}</span>
                  </li>
                ))}
              </ol>
            </div>
          );
        })}
      </div>
    </Section>
  );
});

type Placed = ReturnType<typeof placedSteps>;

/** Simultaneous steps are drawn in separate rows. */
function rowOf(placed: Placed, index: number): number {
  const taken = new Set<number>();
  const own = placed[index];
  if (!own) return 0;
  for (let i = 0; i < index; i++) {
    const other = placed[i];
    if (other && other.from < own.to && own.from < other.to) taken.add(rowOf(placed, i));
  }
  let row = 0;
  while (taken.has(row)) row++;
  return row;
}
const rowsOf = (placed: Placed): number => Math.max(1, ...placed.map((_, i) => rowOf(placed, i) + 1));
