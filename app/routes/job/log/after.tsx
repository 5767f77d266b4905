/** After the work: energy month by month, counters read by hand, and the log of service. */
import { Button, Input } from "antd";
import { useEffect, useState } from "react";
import type { ServiceEntry } from "#core/case/document/types.ts";
import { showDay } from "#core/dates.ts";
import type { MonthOfEnergy } from "#core/energy/metered/quarters.ts";
import { afterFindings, costOf } from "#core/install/after.ts";
import { afterPatch } from "#core/install/log.ts";
import { parseNumber } from "#core/quantity/parse.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showKWh } from "#core/units.ts";
import { ANSWERS } from "#core/wire.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor } from "#ui/live/connection.ts";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./log.module.css";
import { useLog } from "./use-log.ts";

const PATIENCE_MS = 15_000;

/** Energy of the job by month; empty until the server has answered. */
function useEnergy(): readonly MonthOfEnergy[] {
  const { jobId } = useJobStore();
  const [months, setMonths] = useState<readonly MonthOfEnergy[]>([]);
  useEffect(() => {
    void askFor(ANSWERS.energy, `/jobs/${jobId}/energy`, PATIENCE_MS).then((answer) => answer && setMonths(answer));
  }, [jobId]);
  return months;
}

export function AfterSection() {
  const { document, assessment } = useJob();
  const { today } = useLog();
  const months = useEnergy();
  const findings = afterFindings(document, assessment, months, today);
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
            { title: "Month", kind: "name", cell: ({ month }) => month },
            { title: "Energy", kind: "number", cell: ({ kWh }) => showKWh(kWh) },
            { title: "Nights it charged", kind: "number", cell: ({ nights }) => nights },
            {
              title: "A night that it charged",
              kind: "number",
              cell: ({ kWh, nights }) => (nights > 0 ? showKWh(kWh / nights) : "-"),
            },
            { title: "Highest current", kind: "number", cell: ({ mostA }) => (mostA === null ? "-" : showA(mostA)) },
            { title: "Cost", kind: "number", cell: (month) => costOf(document, month) ?? "-" },
          ]}
        />
      ) : (
        <p>
          No charger of this job has sent energy yet. The need is {showKWh(perDay)} a day. Join a charger at
          Commissioning, or enter its counter below.
        </p>
      )}
      <Counters />
      <Services />
    </Section>
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
