/** Commissioning: the charger is joined, seen live, and checked; each check leaves what it showed. */
import { Button, Input } from "antd";
import { useRef, useState } from "react";
import type { CheckEntry } from "#core/case/document/types.ts";
import { takenWay } from "#core/decide/decision.ts";
import type { LivePoint } from "#core/energy/metered/live.ts";
import { type AskedCheck, checksOf, type JudgedCheck, judgeLimit, judgePowerBack } from "#core/install/checks.ts";
import { logPatch } from "#core/install/log.ts";
import { showA, showKWh, showNumber } from "#core/units.ts";
import type { JobCharger } from "#core/wire.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { LogVerdict } from "#ui/frame/verdict.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { useRight } from "../use-right.ts";
import { LiveChart } from "./live-chart.tsx";
import styles from "./log.module.css";
import { useChargers } from "./use-chargers.ts";
import { useLog } from "./use-log.ts";

type Ask = ReturnType<typeof useChargers>["ask"];

export function CommissioningSection() {
  const { document, assessment } = useJob();
  const { address, chargers, points, ask } = useChargers();
  const mayJoin = useRight("join-chargers");
  const checks = checksOf(document, assessment);
  const open = checks.filter(({ entry }) => entry?.verdict !== "pass").length;
  const live = chargers.find((charger) => charger.live !== null);
  return (
    <Section
      id="commissioning"
      title="Commissioning"
      aside={
        <span className="quiet">{open === 0 ? "all checks pass" : `${open} of ${checks.length} checks open`}</span>
      }
    >
      {chargers.map((charger) => (
        <ChargerPart
          key={charger.id}
          charger={charger}
          points={points.get(charger.id) ?? []}
          limitA={takenWay(assessment)?.chargeA ?? null}
          mayJoin={mayJoin}
          ask={ask}
        />
      ))}
      {mayJoin && <Join address={address} ask={ask} />}
      <ol className={styles.tests} aria-label="Checks">
        {checks.map((check) => (
          <CheckLine
            key={check.id}
            check={check}
            live={live ?? null}
            points={points.get(live?.id ?? "") ?? []}
            ask={ask}
            mayAsk={mayJoin}
          />
        ))}
      </ol>
    </Section>
  );
}

/** Registers a charge point, and shows its token once. */
function Join({ address, ask }: { address: string; ask: Ask }) {
  const [id, setId] = useState("");
  const [token, setToken] = useState<{ id: string; token: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const register = async () => {
    const answer = await ask({ what: "register", id: id.trim() });
    setProblem(answer.kind === "problem" ? answer.problem : null);
    if (answer.kind !== "token") return;
    setToken({ id: id.trim(), token: answer.token });
    setId("");
  };
  return (
    <>
      <Fields>
        <Field label="Join a charger: its id" problem={problem} hint="It speaks OCPP 1.6 JSON">
          {(controlProps) => (
            <Input
              {...controlProps}
              autoComplete="off"
              placeholder="as it is set up, e.g. garage-1"
              maxLength={48}
              value={id}
              onChange={({ target }) => setId(target.value)}
            />
          )}
        </Field>
        <Button className={styles.add ?? ""} disabled={id.trim() === ""} onClick={() => void register()}>
          Join it
        </Button>
      </Fields>
      {token && <TokenShown address={address} id={token.id} token={token.token} />}
    </>
  );
}

const TokenShown = ({ address, id, token }: { address: string; id: string; token: string }) => (
  <dl className={styles.token}>
    <dt>Address</dt>
    <dd>
      <code>
        {address}
        {id}
      </code>
    </dd>
    <dt>Password, shown once</dt>
    <dd>
      <code>{token}</code>
    </dd>
  </dl>
);

interface ChargerProps {
  charger: JobCharger;
  points: readonly LivePoint[];
  /** The designed charging current, A. */
  limitA: number | null;
  mayJoin: boolean;
  ask: Ask;
}

function ChargerPart({ charger, points, limitA, mayJoin, ask }: ChargerProps) {
  const { id, vendor, model, firmware, seenAt, live, notes, sessions } = charger;
  const [token, setToken] = useState<string | null>(null);
  const last = points.at(-1);
  const isCharging = sessions.find(({ stoppedAt }) => stoppedAt === null);
  return (
    <article aria-label={`Charger ${id}`}>
      <h3 className={styles.part}>
        {id} <span className="quiet">{[vendor, model, firmware].filter(Boolean).join(", ")}</span>
      </h3>
      <p role="status">
        <strong>{live ? "Connected" : "Not connected"}</strong>
        {live ? (
          <>
            {" since "}
            <LocalTime at={live.connectedAt} />
            {live.statuses.map(({ connector, status, errorCode }) => (
              <span key={connector}>
                ; connector {connector}: {status}
                {errorCode !== "NoError" && `, ${errorCode}`}
              </span>
            ))}
          </>
        ) : seenAt ? (
          <>
            {", last seen "}
            <LocalTime at={seenAt} />
          </>
        ) : (
          " yet"
        )}
      </p>
      {live && last && (
        <>
          <p className={styles.values}>
            <span>
              Charges at <b>{last.currentA.length > 0 ? showA(Math.max(...last.currentA)) : "?"}</b>
            </span>
            <span>
              offers <b>{last.offeredA === null ? "?" : showA(last.offeredA)}</b>
            </span>
            <span>
              power <b>{last.powerW === null ? "?" : `${showNumber(last.powerW / 1000)} kW`}</b>
            </span>
            <span>
              counter <b>{last.registerWh === null ? "?" : showKWh(last.registerWh / 1000)}</b>
            </span>
          </p>
          <LiveChart points={points} limitA={limitA} />
        </>
      )}
      {isCharging && (
        <p>
          A car has been charging since <LocalTime at={isCharging.startedAt} />.
        </p>
      )}
      {notes.length > 0 && (
        <ul className={styles.against} aria-label={`Notes of ${id}`}>
          {notes.slice(0, 5).map(({ at, text }) => (
            <li key={at + text}>
              <LocalTime at={at} />: {text}
            </li>
          ))}
        </ul>
      )}
      {mayJoin && (
        <p className={styles.then}>
          <Button
            size="small"
            aria-label={`New password of ${id}`}
            onClick={async () => {
              const answer = await ask({ what: "renew", id });
              if (answer.kind === "token") setToken(answer.token);
            }}
          >
            New password
          </Button>
          <Button
            size="small"
            type="text"
            danger
            aria-label={`Remove ${id}`}
            onClick={() => void ask({ what: "remove", id })}
          >
            Remove, with its energy
          </Button>
        </p>
      )}
      {token && (
        <p>
          Its password, shown once: <code>{token}</code>
        </p>
      )}
    </article>
  );
}

interface CheckProps {
  check: AskedCheck;
  /** The charger that is connected. */
  live: JobCharger | null;
  points: readonly LivePoint[];
  ask: Ask;
  mayAsk: boolean;
}

/** Checks that Heron makes by what the charger sends; the others are made by hand. */
const BY_CHARGER: readonly CheckEntry["id"][] = ["limit", "power-back"];
const WAIT_MS = { limit: 15_000, "power-back": 90_000 } as const;
const LOOK_EVERY_MS = 500;

function CheckLine({ check, live, points, ask, mayAsk }: CheckProps) {
  const { document, assessment } = useJob();
  const { by, now, write } = useLog();
  const [state, setState] = useState<string | null>(null);
  const [words, setWords] = useState("");
  const seen = useRef(points);
  seen.current = points;
  const { id, name, how, entry } = check;
  const designedA = takenWay(assessment)?.chargeA ?? 0;
  const put = (judged: JudgedCheck | null) =>
    write((at) =>
      logPatch(
        at,
        "checks",
        (one) => one.id === id,
        judged && { id, verdict: judged.verdict, text: judged.text, by, at: now() },
      ),
    );
  const run = async (which: "limit" | "power-back") => {
    const since = Date.now();
    setState("Asking the charger ...");
    const answer = await ask({ what: which === "limit" ? "values" : "restart", id: live?.id ?? "" });
    if (answer.kind === "problem") return setState(`Not done: ${answer.problem}`);
    setState("Waiting for what it sends ...");
    const newest = seen.current.at(-1)?.seq ?? 0;
    while (Date.now() - since < WAIT_MS[which]) {
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
      const values = seen.current.filter(({ seq }) => seq > newest);
      const judged = which === "limit" ? judgeLimit(values, designedA, 0) : judgePowerBack(values, designedA, 0);
      if (!judged) continue;
      put(judged);
      return setState(null);
    }
    setState("Not done: the charger has not sent what it offers. Nothing is recorded.");
  };
  const isManaged = (takenWay(assessment)?.limits ?? []).length > 0;
  const isAsked = BY_CHARGER.includes(id) && live !== null && mayAsk && document.charger !== undefined;
  return (
    <li className={styles.test} data-verdict={entry?.verdict}>
      <div>
        <b>{name}</b>
        <small>{how}</small>
      </div>
      <div className={styles.reading}>
        {isAsked && !(id === "power-back" && isManaged) && (
          <Button
            type="primary"
            aria-label={`Check: ${name}`}
            disabled={state?.endsWith("...") ?? false}
            onClick={() => void run(id as "limit" | "power-back")}
          >
            Check it
          </Button>
        )}
        <Input
          aria-label={`What was seen: ${name}`}
          placeholder="by hand: what was seen"
          maxLength={1000}
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <Button
          aria-label={`By hand, passes: ${name}`}
          disabled={words.trim() === ""}
          onClick={() => {
            put({ verdict: "pass", text: words.trim() });
            setWords("");
          }}
        >
          Passes
        </Button>
        <Button
          aria-label={`By hand, fails: ${name}`}
          disabled={words.trim() === ""}
          onClick={() => {
            put({ verdict: "fail", text: words.trim() });
            setWords("");
          }}
        >
          Fails
        </Button>
      </div>
      <div className={styles.judged}>
        {state && <span role="status">{state}</span>}
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
      </div>
    </li>
  );
}
