/** A clamp recorder on the line: found, watched live, started, read out; how its clamps sit is said. */
import { Button, Flex } from "antd";
import { useEffect, useState } from "react";
import { clampFindings, type RecorderStatus, recordedDays } from "#core/energy/recorder/recorder.ts";
import { codebookOf } from "#core/rules/index.ts";
import { showA, showNumber } from "#core/units.ts";
import { ANSWERS, parseAnswer } from "#core/wire.ts";
import { useJob } from "#ui/job-store/use-job.tsx";
import { fetchAnswer } from "#ui/live/connection.ts";
import { callAfter } from "#ui/live/retry.ts";
import styles from "./measured.module.css";

const PATIENCE_MS = 6000;
const READ_OUT_PATIENCE_MS = 60_000;
const EVERY_MS = 1000;
const NO_ANSWER = "Nobody answers: the line to Heron's server is down";

const STATES: Record<RecorderStatus["state"], string> = {
  idle: "does not record",
  recording: "is recording",
  full: "has ended its recording",
};

type Answer<T> = { value: T } | { problem: string };

/** @param read what the text of an answer says; null where it is of another format */
async function asked<T>(
  query: string,
  init: RequestInit,
  read: (text: string) => T | null,
  ms = PATIENCE_MS,
): Promise<Answer<T>> {
  const response = await fetchAnswer(`/recorders${query}`, init, ms);
  const text = await response?.text().catch(() => null);
  if (!response || typeof text !== "string") return { problem: NO_ANSWER };
  if (!response.ok) return { problem: text };
  const silent = parseAnswer(ANSWERS.silentRecorder, text);
  if (silent) return { problem: silent.silent };
  const value = read(text);
  return value === null ? { problem: NO_ANSWER } : { value };
}
const asRecorder = (text: string) => parseAnswer(ANSWERS.recorder, text);
const asRecorders = (text: string) => parseAnswer(ANSWERS.recorders, text);

export function RecorderSearch({ onText }: { onText(name: string, text: string): void }) {
  const { words } = codebookOf(useJob().document.rules);
  const [found, setFound] = useState<RecorderStatus[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [looking, setLooking] = useState(false);
  const look = async () => {
    setLooking(true);
    const answer = await asked("", {}, asRecorders);
    setLooking(false);
    if ("problem" in answer) setProblem(answer.problem);
    else {
      setFound(answer.value);
      setProblem(answer.value.length === 0 ? "No recorder answers on the network" : null);
    }
  };
  return (
    <Flex orientation="vertical" align="start" gap={10}>
      <Button onClick={() => void look()} loading={looking}>
        {found && found.length > 0 ? "Look again for recorders" : "Find the recorder"}
      </Button>
      {problem && (
        <p role="alert" className="stops">
          {problem}
        </p>
      )}
      {found && found.length > 0 && (
        <p className="stops">
          Clamps go around live conductors: with the cover off, only {words.competent} does this, wearing what the site
          requires. Close the jaws fully, with the arrow pointing to the home.
        </p>
      )}
      {found?.map((status) => (
        <OneRecorder key={status.address} first={status} onText={onText} />
      ))}
    </Flex>
  );
}

function OneRecorder({ first, onText }: { first: RecorderStatus; onText(name: string, text: string): void }) {
  const { document } = useJob();
  const [status, setStatus] = useState(first);
  const [silent, setSilent] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const { address } = first;
  const at = `?address=${encodeURIComponent(address)}`;
  useEffect(() => {
    let off = () => {};
    let gone = false;
    const watch = async () => {
      const answer = await asked(at, {}, asRecorder);
      if (gone) return;
      if ("problem" in answer) setSilent(answer.problem);
      else {
        setSilent(null);
        setStatus(answer.value);
      }
      off = callAfter(() => void watch(), EVERY_MS);
    };
    off = callAfter(() => void watch(), EVERY_MS);
    return () => {
      gone = true;
      off();
    };
  }, [at]);
  const command = async (what: "start" | "stop") => {
    const init = {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ address, command: what }),
    };
    const answer = await asked("", init, asRecorder);
    if ("problem" in answer) setSilent(answer.problem);
    else setStatus(answer.value);
  };
  const readOut = async () => {
    setReading(true);
    const answer = await asked(`${at}&records`, {}, (text) => text, READ_OUT_PATIENCE_MS);
    setReading(false);
    if ("problem" in answer) setSilent(answer.problem);
    else onText(`recorder-${new Date(status.startedAtS * 1000).toISOString().slice(0, 10)}.csv`, answer.value);
  };
  const findings = clampFindings(status, document.supply.onsiteGeneration === true);
  const days = recordedDays(status);
  return (
    <section className={styles.oneRecorder} aria-label={`Recorder at ${address}`}>
      <h3>
        Recorder with {status.clamps.length} {status.clamps.length === 1 ? "clamp" : "clamps"} at {status.nominalVolts}{" "}
        V <span className="quiet">{address}</span>
      </h3>
      <Flex component="ul" wrap gap={24} className="plain">
        {status.clamps.map((c, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a clamp is its place
          <li key={i}>
            <span>{status.clamps.length === 1 ? "Line" : `L${i + 1}`}</span>
            <b className="figure">{c.signal ? showA(Math.round(c.amps * 10) / 10) : "no signal"}</b>
            <span className="quiet">
              {showNumber(Math.round(c.watts / 10) / 100)} kW at {showNumber(c.volts)} V
            </span>
          </li>
        ))}
      </Flex>
      {silent ? (
        <p role="alert" className="stops">
          {silent}
        </p>
      ) : findings.length > 0 ? (
        <ul role="alert" className="stops">
          {findings.map((f) => (
            <li key={f.text}>{f.text}.</li>
          ))}
        </ul>
      ) : (
        <p className="holds">Every clamp follows the voltage of its leg, and current flows into the home.</p>
      )}
      <p role="status">
        It {STATES[status.state]}
        {status.records > 0 &&
          `: ${showNumber(Math.round(days * 10) / 10)} days of ${status.intervalS / 60}-minute averages`}
        .
      </p>
      <Flex wrap gap={8}>
        {status.state === "recording" ? (
          <Button onClick={() => void command("stop")}>End the recording</Button>
        ) : (
          <Button onClick={() => void command("start")}>
            {status.records > 0 ? "Start again and overwrite what it has" : "Start a recording"}
          </Button>
        )}
        <Button type="primary" disabled={status.records === 0} loading={reading} onClick={() => void readOut()}>
          Read out the recording
        </Button>
      </Flex>
    </section>
  );
}
