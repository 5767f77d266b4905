/** After the work: energy month by month, counters read by hand, and the log of service. */
import { Button, Input } from "antd";
import { useEffect, useMemo, useState } from "react";
import type { ServiceEntry } from "#core/case/document/types.ts";
import { showDay, showMonth } from "#core/dates.ts";
import type { MeteredQuarters } from "#core/energy/metered/nights.ts";
import { showMoney } from "#core/estimate/estimate.ts";
import { predictedOf } from "#core/install/after/actual.ts";
import { afterFindings } from "#core/install/after/findings.ts";
import { costOf, type MonthAfter, monthsAfter } from "#core/install/after/months.ts";
import { nightFindings } from "#core/install/after/night-findings.ts";
import { type Reminder, remindersOf } from "#core/install/after/reminders.ts";
import { afterPatch } from "#core/install/log.ts";
import { NO_UNITS, parseNumber } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showKWh, showNumber, showPercent } from "#core/units.ts";
import { ANSWERS } from "#core/wire.ts";
import { CaseNumber } from "#ui/case-field/case-inputs.tsx";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor } from "#ui/live/connection.ts";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

const PATIENCE_MS = 15_000;

const NO_QUARTERS: MeteredQuarters = { at: [], wh: [], mostA: [], leastOfferedA: [], mostTotalA: [] };

/** Energy of the job by the quarter of an hour; none until the server has answered. */
function useEnergy(): MeteredQuarters {
  const { jobId } = useJobStore();
  const [quarters, setQuarters] = useState(NO_QUARTERS);
  useEffect(() => {
    void askFor(ANSWERS.energy, `/jobs/${jobId}/energy`, PATIENCE_MS).then((answer) => answer && setQuarters(answer));
  }, [jobId]);
  return quarters;
}

/** Local time of a moment, minutes since 1970 as if it were UTC. */
const local = (at: number): number => at - new Date(at * 60_000).getTimezoneOffset();

export function AfterSection() {
  const { document, assessment } = useJob();
  const { today } = useLog();
  const quarters = useEnergy();
  const months = useMemo(() => monthsAfter(document, assessment, quarters, local), [document, assessment, quarters]);
  const findings = useMemo(
    () => [
      ...afterFindings(document, assessment, months, today),
      ...nightFindings(document, assessment, quarters, local),
    ],
    [document, assessment, quarters, months, today],
  );
  const { conventions } = codebookOf(document.rules);
  const perDay = assessment.need.energyPerDayKWh;
  return (
    <Section id="after" title="After">
      {findings.length > 0 && (
        <ul className={styles.findings} aria-label="What the months say">
          {findings.map(({ text, why, isBad }) => (
            <li key={text + why}>
              {isBad && <LogVerdict verdict="warn" />} <strong>{text}.</strong> <small>{why}.</small>
            </li>
          ))}
        </ul>
      )}
      {months.length > 0 ? (
        <DataTable
          label="Energy by month"
          stacksOnPhone
          rows={months}
          rowKey={({ month }) => month}
          columns={[
            { title: "Month", kind: "name", cell: ({ month }) => showMonth(month, conventions) },
            { title: "Energy", kind: "number", cell: ({ kWh }) => showKWh(kWh) },
            { title: "Nights", kind: "number", cell: ({ nights }) => nights },
            { title: "A night", kind: "number", cell: ({ kWh, nights }) => showKWh(kWh / nights) },
            { title: "Short nights", kind: "number", cell: ({ shortNights }) => shortNights },
            { title: "Held back, h", kind: "number", cell: ({ heldBackHours }) => showNumber(heldBackHours) },
            {
              title: "Cheap hours",
              kind: "number",
              cell: ({ kWh, cheapKWh }) => (cheapKWh === null ? "-" : showPercent(cheapKWh / kWh)),
            },
            { title: "Highest current", kind: "number", cell: ({ mostA }) => (mostA === null ? "-" : showA(mostA)) },
            {
              title: "Highest total",
              kind: "number",
              cell: ({ mostTotalA }) => (mostTotalA === null ? "-" : showA(mostTotalA)),
            },
            ...(document.quote?.pricePerKWh === undefined
              ? []
              : [
                  {
                    title: "Cost",
                    kind: "number" as const,
                    cell: (month: MonthAfter) => costOf(document, month) ?? "-",
                  },
                ]),
          ]}
        />
      ) : (
        <p>
          No charger of this job has sent energy yet. The need is {showKWh(perDay)} a day. Join a charger at
          Commissioning, or enter its counter below.
        </p>
      )}
      <Reminders />
      <Counters />
      <Services />
      <Actual />
    </Section>
  );
}

/** Tasks of the years after the work, each with its due day. */
function Reminders() {
  const { document, assessment } = useJob();
  const { by, today, write } = useLog();
  const { conventions } = codebookOf(document.rules);
  const reminders = remindersOf(document, assessment);
  const said = document.after?.reminders ?? [];
  if (reminders.length === 0 && said.length === 0) return null;
  return (
    <>
      <h3 className={styles.part}>Reminders</h3>
      <ul className={styles.lines} aria-label="Reminders">
        {reminders.map((reminder) => (
          <ReminderLine
            key={reminder.id}
            reminder={reminder}
            day={(on) => showDay(on, conventions)}
            isDue={reminder.dueOn <= today}
            onDone={(words) =>
              write((at) =>
                afterPatch(at, "reminders", (one) => one.id === reminder.id && one.on === today, {
                  id: reminder.id,
                  on: today,
                  by,
                  ...(words !== "" && { words }),
                }),
              )
            }
          />
        ))}
      </ul>
      <ul className={styles.against} aria-label="Seen to">
        {said.map(({ id, on, words, by: who }) => (
          <li key={id + on}>
            {showDay(on, conventions)}: {id.replace(/[:-]/g, " ")}
            {words && `, ${words}`}
            {who && ` (${who})`}{" "}
            <Button
              size="small"
              type="text"
              aria-label={`Take back: ${id} of ${on}`}
              onClick={() => write((at) => afterPatch(at, "reminders", (one) => one.id === id && one.on === on, null))}
            >
              Take back
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

interface ReminderProps {
  reminder: Reminder;
  day(on: string): string;
  isDue: boolean;
  onDone(words: string): void;
}

function ReminderLine({ reminder: { text, rule, dueOn, doneOn }, day, isDue, onDone }: ReminderProps) {
  const [words, setWords] = useState("");
  return (
    <li>
      <span>
        {text}
        <small>
          {isDue ? <strong>due since {day(dueOn)}</strong> : `due ${day(dueOn)}`}; {rule}
          {doneOn && `; last on ${day(doneOn)}`}
        </small>
      </span>
      <span className={styles.done}>
        <Input
          size="small"
          aria-label={`${text}: what was found`}
          placeholder="what was found"
          maxLength={1000}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <Button
          size="small"
          aria-label={`${text}: seen to`}
          onClick={() => {
            onDone(words.trim());
            setWords("");
          }}
        >
          Seen to
        </Button>
      </span>
    </li>
  );
}

/** Actual hours and price, which are offered to the firm's price book. */
function Actual() {
  const { document, assessment } = useJob();
  const { currency } = codebookOf(document.rules);
  const predicted = predictedOf(document, assessment);
  return (
    <>
      <h3 className={styles.part}>Predicted and actual</h3>
      <p className="quiet">
        Predicted were {showNumber(predicted.hours)} h
        {predicted.price !== null && ` and ${showMoney(predicted.price, currency)}`}. From five finished jobs on, the
        firm's price book is offered what they took.
      </p>
      <Fields>
        <CaseNumber label="Hours that it took" pointer="/after/actual/hours" units={NO_UNITS} usual="" />
        <CaseNumber label="Price as invoiced" pointer="/after/actual/price" units={NO_UNITS} usual="" />
      </Fields>
    </>
  );
}

/** Counters read off a display. */
function Counters() {
  const { document } = useJob();
  const { by, today, write } = useLog();
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const { conventions } = codebookOf(document.rules);
  const counters = document.after?.counters ?? [];
  const add = () => {
    const kWh = parseNumber(text);
    if (kWh === null || kWh < 0) return setProblem("Type what the counter shows, such as 1250");
    setProblem(null);
    setText("");
    write((at) => afterPatch(at, "counters", (one) => one.on === today, { on: today, kWh, by }));
  };
  return (
    <>
      <h3 className={styles.part}>Counters read by hand</h3>
      <ul className={styles.against} aria-label="Counters">
        {counters.map(({ on, kWh, by: who }) => (
          <li key={on}>
            {showDay(on, conventions)}: {showKWh(kWh)}
            {who && `, ${who}`}{" "}
            <Button
              size="small"
              type="text"
              aria-label={`Take out the counter of ${on}`}
              onClick={() => write((at) => afterPatch(at, "counters", (one) => one.on === on, null))}
            >
              Take out
            </Button>
          </li>
        ))}
      </ul>
      <Fields>
        <Field label="Counter today, kWh" problem={problem}>
          {(controlProps) => (
            <Input
              {...controlProps}
              inputMode="decimal"
              maxLength={20}
              value={text}
              onChange={({ target }) => setText(target.value)}
              onPressEnter={add}
            />
          )}
        </Field>
        <Button className={styles.add ?? ""} disabled={text.trim() === ""} onClick={add}>
          Add the counter
        </Button>
      </Fields>
    </>
  );
}

const PARTS = [
  ["complaint", "Complaint"],
  ["cause", "Cause"],
  ["done", "Done"],
  ["part", "Part"],
] as const;

/** Visits after the work, with the warranty of what was fitted. */
function Services() {
  const { document } = useJob();
  const { by, today, write } = useLog();
  const [words, setWords] = useState<Partial<Record<(typeof PARTS)[number][0], string>>>({});
  const [until, setUntil] = useState("");
  const { conventions } = codebookOf(document.rules);
  const services = document.after?.services ?? [];
  const isEmpty = PARTS.every(([key]) => !words[key]?.trim());
  const put = (id: string, entry: ServiceEntry | null) =>
    write((at) => afterPatch(at, "services", (one) => one.id === id, entry));
  const add = () => {
    const said = Object.fromEntries(PARTS.flatMap(([key]) => (words[key]?.trim() ? [[key, words[key]?.trim()]] : [])));
    const id = crypto.randomUUID();
    put(id, { id, on: today, by, ...said, ...(until && { warrantyUntil: until }) });
    setWords({});
    setUntil("");
  };
  return (
    <>
      <h3 className={styles.part}>Service</h3>
      <ul className={styles.against} aria-label="Service">
        {services.map(({ id, on, complaint, cause, done, part, warrantyUntil, by: who }) => (
          <li key={id}>
            {showDay(on, conventions)}:{" "}
            {[complaint, cause && `cause: ${cause}`, done && `done: ${done}`, part && `part: ${part}`]
              .filter(Boolean)
              .join("; ")}
            {warrantyUntil &&
              `; warranty until ${showDay(warrantyUntil, conventions)}${warrantyUntil < today ? ", over" : ""}`}
            {who && ` (${who})`}{" "}
            <Button size="small" type="text" aria-label={`Take out the service of ${on}`} onClick={() => put(id, null)}>
              Take out
            </Button>
          </li>
        ))}
      </ul>
      <Fields>
        {PARTS.map(([key, label]) => (
          <Field key={key} label={label}>
            {(controlProps) => (
              <Input
                {...controlProps}
                maxLength={key === "part" ? 300 : 1000}
                value={words[key] ?? ""}
                onChange={({ target }) => setWords({ ...words, [key]: target.value })}
              />
            )}
          </Field>
        ))}
        <Field label="Warranty until">
          {(controlProps) => (
            <Input {...controlProps} type="date" value={until} onChange={({ target }) => setUntil(target.value)} />
          )}
        </Field>
        <Button className={styles.add ?? ""} disabled={isEmpty} onClick={add}>
          Add the visit
        </Button>
      </Fields>
    </>
  );
}
