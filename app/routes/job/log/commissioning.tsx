/** Commissioning: the charger is joined, seen live, and checked; each check leaves what it showed. */
import { Button, Input } from "antd";
import { useState } from "react";
import { takenWay } from "#core/decide/decision.ts";
import type { LivePoint } from "#core/energy/metered/live.ts";
import { recordedCauses } from "#core/install/after/charger-record.ts";
import { checksOf } from "#core/install/checks/index.ts";
import { showA, showKWh, showNumber } from "#core/units.ts";
import type { JobCharger } from "#core/wire.ts";
import { Field, Fields } from "#ui/field/field.tsx";
import { Fold } from "#ui/frame/fold.tsx";
import { LocalTime } from "#ui/frame/local-time.tsx";
import { Section } from "#ui/frame/sheet.tsx";
import { useJob } from "#ui/job-store/use-job.tsx";
import { useRight } from "../use-right.ts";
import { Checks } from "./checks.tsx";
import { LiveChart } from "./live-chart.tsx";
import styles from "./log.module.css";
import { useChargers } from "./use-chargers.ts";
import { useCheckRun } from "./use-check-run.ts";

type Ask = ReturnType<typeof useChargers>["ask"];

export function CommissioningSection() {
  const { document, assessment } = useJob();
  const { address, chargers, points, ask } = useChargers();
  const isLoaded = address !== "";
  const mayJoin = useRight("join-chargers");
  const checks = checksOf(document, assessment);
  const open = checks.filter(({ entry }) => entry?.verdict !== "pass").length;
  const run = useCheckRun(chargers.length > 0);
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
          isChecked={run.run !== null}
          ask={ask}
        />
      ))}
      {mayJoin && isLoaded && (
        <Fold title="Join a charger" startsOpen={chargers.length === 0}>
          <Join address={address} ask={ask} />
        </Fold>
      )}
      <Checks chargers={chargers} run={run} mayAsk={mayJoin} />
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
        <Field label="Id of the charger" problem={problem} hint="It speaks OCPP 1.6 JSON">
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
  /** The chart of a run of checks shows its currents. */
  isChecked: boolean;
  ask: Ask;
}

/** The statuses of OCPP in plain words. */
const STATUS_WORDS: ReadonlyMap<string, string> = new Map([
  ["Available", "no car"],
  ["Preparing", "a car is plugged in"],
  ["Charging", "charging"],
  ["SuspendedEVSE", "paused by the charger"],
  ["SuspendedEV", "paused by the car"],
  ["Finishing", "the charge has ended"],
  ["Reserved", "reserved"],
  ["Unavailable", "switched off"],
  ["Faulted", "fault"],
]);

function ChargerPart({ charger, points, limitA, mayJoin, isChecked, ask }: ChargerProps) {
  const { id, vendor, model, firmware, seenAt, live, notes, sessions } = charger;
  const [token, setToken] = useState<string | null>(null);
  const last = points.at(-1);
  const causes = recordedCauses(
    sessions,
    notes.map(({ text }) => text),
  );
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
                ; connector {connector}: {STATUS_WORDS.get(status) ?? status}
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
          {!isChecked && <LiveChart points={points} limitA={limitA} />}
        </>
      )}
      {isCharging && (
        <p>
          A car has been charging since <LocalTime at={isCharging.startedAt} />.
        </p>
      )}
      {causes.length > 0 && (
        <ul className={styles.against} aria-label={`Why ${id} trips`}>
          {causes.map(({ seen, cause, look }) => (
            <li key={seen}>
              {seen}: <strong>{cause}.</strong> <span className="quiet">{look}.</span>
            </li>
          ))}
        </ul>
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
