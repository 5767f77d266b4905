/** The checks of commissioning: made by one press each or all in a row, or by hand; each leaves its record. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import type { CheckEntry } from "#core/case/document/types.ts";
import { type AskedCheck, checkBasis, checksOf } from "#core/install/checks/index.ts";
import type { KeptRecord } from "#core/install/checks/live-run.ts";
import { rehearsedPlacings } from "#core/install/checks/placings.ts";
import { heldBelowA } from "#core/install/checks/types.ts";
import { logPatch } from "#core/install/log.ts";
import { ANSWERS, type JobCharger } from "#core/wire.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { useJob, useJobStore } from "#ui/job-store/use-job.tsx";
import { askFor } from "#ui/live/connection.ts";
import { DataTable } from "#ui/table/data-table.tsx";
import styles from "./log.module.css";
import { RunChart } from "./run-chart.tsx";
import type { CheckRun } from "./use-check-run.ts";
import { useLog } from "./use-log.ts";

const PATIENCE_MS = 20_000;

interface ChecksProps {
  chargers: readonly JobCharger[];
  run: CheckRun;
  mayAsk: boolean;
}

export function Checks({ chargers, run, mayAsk }: ChecksProps) {
  const { document, assessment } = useJob();
  const basis = checkBasis(document, assessment);
  const checks = checksOf(document, assessment);
  const [chosen, setChosen] = useState<Partial<Record<"charger" | "second" | "clamps" | "splitter", string>>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const live = chargers.filter((charger) => charger.live !== null);
  const equipment = {
    charger: chosen.charger ?? live[0]?.id ?? "",
    second: chosen.second ?? live[1]?.id ?? "",
    clamps: chosen.clamps ?? run.clamps[0] ?? "",
    splitter: chosen.splitter ?? run.splitters[0] ?? "",
  };
  if (!basis) return <p>No way is taken yet, so there is nothing to check.</p>;
  const isRunning = run.run?.isRunning ?? false;
  const mayBegin = mayAsk && !isRunning && Object.values(equipment).some((one) => one !== "");
  const begin = async (ids: readonly string[]) =>
    setProblem(
      await run.ask({
        what: "begin",
        checks: ids.join(","),
        charger: equipment.charger,
        second: basis.chargers > 1 ? equipment.second : "",
        clamps: basis.limitA === null ? "" : equipment.clamps,
        splitter: basis.isSplitter ? equipment.splitter : "",
      }),
    );
  const choice = (name: keyof typeof equipment, label: string, all: readonly string[], isUsed = true) =>
    isUsed &&
    all.length > 0 && (
      <Field label={label}>
        {(controlProps) => (
          <Select
            {...controlProps}
            value={equipment[name]}
            options={[...all.map((one) => ({ value: one, label: one })), { value: "", label: "not connected" }]}
            onChange={(one: string) => setChosen({ ...chosen, [name]: one })}
          />
        )}
      </Field>
    );
  return (
    <>
      <h3 className={styles.part}>Checks</h3>
      {mayAsk && (
        <Fields>
          {choice(
            "charger",
            "Charger",
            live.map(({ id }) => id),
          )}
          {choice(
            "second",
            "Second charger",
            live.map(({ id }) => id),
            basis.chargers > 1,
          )}
          {choice("clamps", "Clamps at", run.clamps, basis.limitA !== null)}
          {choice("splitter", "Splitter at", run.splitters, basis.isSplitter)}
          <Button type="primary" className={styles.add ?? ""} disabled={!mayBegin} onClick={() => void begin([])}>
            Make all checks
          </Button>
        </Fields>
      )}
      {problem && (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      )}
      <RunState run={run} mayAsk={mayAsk} checks={checks} />
      <ol className={styles.tests} aria-label="Checks">
        {checks.map((check) => (
          <CheckLine
            key={check.id}
            check={check}
            run={run}
            limitA={heldBelowA(basis)}
            onMake={mayBegin ? () => void begin([check.id]) : undefined}
          />
        ))}
      </ol>
      {basis.limitA !== null && (
        <Fold title="What a clamp in the wrong place would read">
          <p className="quiet">
            {basis.knownLoad.name} switched on, with the charger at its full current. The clamp check names the placing
            that the readings fit.
          </p>
          <DataTable
            label="Placings of a clamp"
            rows={rehearsedPlacings(basis)}
            rowKey={({ placing }) => placing}
            columns={[
              { title: "Placing", kind: "name", cell: ({ name }) => name },
              { title: "Load off", cell: ({ off }) => off },
              { title: "Load on", cell: ({ on }) => on },
            ]}
          />
        </Fold>
      )}
    </>
  );
}

/** The present run: who makes it, what a person is to do now, and the chart. */
function RunState({ run, mayAsk, checks }: Pick<ChecksProps, "run" | "mayAsk"> & { checks: readonly AskedCheck[] }) {
  const present = run.run;
  if (!present) return null;
  const { by, isRunning, check, prompt, limitA } = present;
  const name = checks.find(({ id }) => id === check)?.name ?? "";
  return (
    <div className={styles.run} data-running={isRunning}>
      {isRunning && (
        <p role="status">
          <strong>{name}</strong>: {prompt ? "a hand is needed" : "being made ..."}{" "}
          <span className="quiet">({by})</span>{" "}
          {mayAsk && (
            <Button size="small" onClick={() => void run.ask({ what: "stop" })}>
              Stop
            </Button>
          )}
        </p>
      )}
      {prompt && (
        <div role="alert" className={styles.prompt}>
          <strong>{prompt.text}.</strong>
          <span className={styles.then}>
            <Button
              type="primary"
              className={styles.big ?? ""}
              onClick={() => void run.ask({ what: "press", seq: String(prompt.seq) })}
            >
              Done
            </Button>
            <Button
              className={styles.big ?? ""}
              onClick={() => void run.ask({ what: "cannot", seq: String(prompt.seq) })}
            >
              Cannot be done
            </Button>
          </span>
        </div>
      )}
      {run.points.length > 0 && <RunChart points={run.points} limitA={limitA} />}
    </div>
  );
}

interface LineProps {
  check: AskedCheck;
  run: CheckRun;
  /** Limit line in the chart, A. */
  limitA: number;
  /** Undefined where it cannot be made now. */
  onMake: (() => void) | undefined;
}

function CheckLine({ check: { id, name, how, entry }, run, limitA, onMake }: LineProps) {
  const { by, now, write } = useLog();
  const { jobId } = useJobStore();
  const [record, setRecord] = useState<KeptRecord | null>(null);
  const [words, setWords] = useState("");
  const result = run.run?.results.findLast((one) => one.id === id);
  const isMade = run.run?.isRunning && run.run.check === id;
  const put = (judged: Pick<CheckEntry, "verdict" | "text"> | null) =>
    write((at) => logPatch(at, "checks", (one) => one.id === id, judged && { id, ...judged, by, at: now() }));
  const showRecord = async () =>
    setRecord(record ? null : await askFor(ANSWERS.checkRecord, `/jobs/${jobId}/commissioning/${id}`, PATIENCE_MS));
  const byHand = (verdict: CheckEntry["verdict"]) => {
    put({ verdict, text: words.trim() });
    setWords("");
  };
  return (
    <li className={styles.test} data-verdict={entry?.verdict}>
      <div>
        <b>{name}</b>
        <small>{how}</small>
      </div>
      <div className={styles.reading}>
        <Button
          type="primary"
          aria-label={`Check: ${name}`}
          disabled={!onMake}
          loading={isMade ?? false}
          onClick={onMake}
        >
          Check it
        </Button>
        <Input
          aria-label={`What was seen: ${name}`}
          placeholder="by hand: what was seen"
          maxLength={1000}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <Button aria-label={`By hand, passes: ${name}`} disabled={words.trim() === ""} onClick={() => byHand("pass")}>
          Passes
        </Button>
        <Button aria-label={`By hand, fails: ${name}`} disabled={words.trim() === ""} onClick={() => byHand("fail")}>
          Fails
        </Button>
      </div>
      <div className={styles.judged}>
        {result?.verdict === "not-done" && <span role="status">Not done. {result.text}.</span>}
        <LogVerdict verdict={entry ? entry.verdict : "missing"} />
        {entry && (
          <small>
            {entry.text} (<LocalTime at={entry.at} />
            {entry.by && `, ${entry.by}`}){" "}
            <Button size="small" type="text" aria-label={`Take back: ${name}`} onClick={() => put(null)}>
              Take back
            </Button>
          </small>
        )}
        {run.recorded.includes(id) && (
          <Button
            size="small"
            type="text"
            aria-label={`Record of ${name}`}
            aria-expanded={record !== null}
            onClick={() => void showRecord()}
          >
            {record ? "Close its record" : "Its record"}
          </Button>
        )}
      </div>
      {record && (
        <figure className={styles.record} aria-label={`Record of ${name}`}>
          <RunChart points={record.points} limitA={limitA} />
          <figcaption className="quiet">
            <LocalTime at={record.at} />, {record.by}: {record.text}
          </figcaption>
        </figure>
      )}
    </li>
  );
}
