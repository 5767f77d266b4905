/**
 * `npm run checks`: the checks of commissioning against stand-ins that are processes of their own, on a good home and on
 * one with each fault. Prints what each check said, how long all of them took, and which found the fault. `--only NAME`.
 */
import { type ChildProcess, spawn } from "node:child_process";
import { setTimeout as pause } from "node:timers/promises";
import Modbus from "modbus-serial";
import { CLAMP_TROUBLES, HOLDING_REGISTERS } from "#core/energy/recorder/registers.ts";
import type { JobCommissioning } from "#core/install/checks/live-run.ts";
import { SPLITTER_FAULTS } from "#core/install/checks/splitter-registers.ts";
import { knownUsHome } from "#core/testing/cases.ts";
import { loggedUkHome } from "#core/testing/logged-homes.ts";
import { withOutletIn } from "#core/testing/ways.ts";
import { freePort } from "../../scripts/database.mjs";
import { FAULTS } from "../../standins/charger/charge-point.ts";
import { Heron } from "../heron.ts";
import { cookieOf } from "./people.ts";

const only = process.argv.includes("--only") ? process.argv[process.argv.indexOf("--only") + 1] : undefined;
const AT_ONCE = 8;
const decision = (way: string) => ({
  decision: { way, chargeA: 32, verdict: "ready", meetsNeed: true, why: "trial", by: "Trial", on: "2026-12-01" },
});
const managed = { ...loggedUkHome(), ...decision("dynamic-load-management") };
const ev = (id: string) => ({ id, kind: "ev-charger", label: id, va: 7360 });
const two = { ...managed, loads: [...managed.loads, ev("ev1"), ev("ev2")] };
const us = { ...knownUsHome(), ...decision("dynamic-load-management") };
const dryer = { id: "o1", type: "14-30" as const, circuit: "c-dryer", leadLength: { value: 12, unit: "ft" as const } };
const split = {
  ...withOutletIn(
    { ...knownUsHome(), charger: { maxA: 48, connection: "plug", plug: "14-50" } },
    { ...dryer, sharedWith: "dryer", gfci: true },
  ),
  ...decision("circuit-splitter"),
};

interface Trial {
  name: string;
  home: object;
  person: string;
  /** Settings of the stand-ins. */
  charger: Record<string, string>;
  second?: Record<string, string>;
  clamps?: Record<string, string>;
  splitter?: Record<string, string>;
  trouble?: number;
  /** The check that finds it; none in a good home. */
  foundBy?: string;
}
const WREN = "wren@osier.example";
const MARA = "mara@tidewrack.example";
const ukManaged = {
  home: managed,
  person: WREN,
  charger: { SET_A: "32", CAR_A: "32", LIMIT_A: "99", PEN: "1" },
  clamps: { CLAMPS: "1", VOLTS: "230", HOUSE_A: "4" },
};
const FOUND: Record<string, string> = {
  "wrong-limit": "limit",
  "pilot-stuck": "limit",
  "slow-throttle": "throttle",
  "ignores-clamp": "throttle",
  "welded-contactor": "throttle",
  "drops-line": "signal-lost",
  "keeps-on-without-signal": "signal-lost",
  "forgets-clamp-at-restart": "power-back",
  "pen-stays-closed": "lost-pen",
  "pen-leaves-earth": "lost-pen",
};
const trials: Trial[] = [
  { name: "good", ...ukManaged },
  {
    name: "good, US",
    home: us,
    person: MARA,
    charger: { SET_A: "48", CAR_A: "48", VOLTS: "240", LIMIT_A: "80" },
    clamps: { CLAMPS: "2", VOLTS: "120", HOUSE_A: "6" },
  },
  { name: "good, two chargers", ...ukManaged, home: two, second: { SET_A: "32", CAR_A: "32", LIMIT_A: "99" } },
  ...FAULTS.filter((fault) => fault !== "ignores-share").map((fault) => ({
    name: fault,
    ...ukManaged,
    charger: { ...ukManaged.charger, FAULTS: fault },
    foundBy: FOUND[fault] as string,
  })),
  ...CLAMP_TROUBLES.slice(1).map((trouble, i) => ({
    name: `clamp ${trouble}`,
    ...ukManaged,
    trouble: i + 1,
    foundBy: "clamp",
  })),
  ...SPLITTER_FAULTS.map((fault) => ({
    name: `splitter ${fault}`,
    home: split,
    person: MARA,
    charger: { SET_A: "24", CAR_A: "24", VOLTS: "240" },
    splitter: { APPLIANCE_A: "20", CIRCUIT_A: "30", DELAY_S: "3", FAULT: fault },
    ...(fault !== "none" && { foundBy: "splitter" }),
  })),
].filter(({ name }) => only === undefined || name === only);

const started: ChildProcess[] = [];
function standIn(name: string, env: Record<string, string>): Promise<void> {
  const child = spawn(process.execPath, ["--import", "tsx", `standins/${name}/main.ts`], {
    env: { ...process.env, ...env },
    stdio: ["ignore", "pipe", "inherit"],
  });
  started.push(child);
  return new Promise((resolve) => child.stdout?.once("data", () => resolve()));
}

const ports = await Promise.all(
  trials.map(async () => ({
    clamps: await freePort(),
    splitter: await freePort(),
    pilot: await freePort(),
    shares: [await freePort(), await freePort()] as const,
  })),
);
const address = (port: number) => `127.0.0.1:${port}`;
const firmOf = ({ person }: Trial) => (person === WREN ? "osier" : "tidewrack");
const heron = await Heron.start({
  HERON_RECORDERS: trials.map((trial, i) => `${firmOf(trial)}=${address(ports[i]?.clamps ?? 0)}`).join(","),
  HERON_SPLITTERS: trials.map((trial, i) => `${firmOf(trial)}=${address(ports[i]?.splitter ?? 0)}`).join(","),
});

/** Signed in once each: many at once are slowed. */
const cookies = new Map<string, string>();
for (const person of new Set(trials.map((trial) => trial.person)))
  cookies.set(person, await cookieOf(heron.url, person));

async function runTrial(trial: Trial, i: number): Promise<void> {
  const port = ports[i];
  if (!port) return;
  const cookie = cookies.get(trial.person) ?? "";
  const base = { Cookie: cookie, Origin: heron.url };
  const post = (path: string, form: Record<string, string>) =>
    fetch(`${heron.url}${path}`, {
      method: "POST",
      redirect: "manual",
      headers: base,
      body: new URLSearchParams(form),
    });
  const body = new FormData();
  body.set(
    "file",
    new Blob([JSON.stringify({ ...trial.home, title: trial.name })], { type: "application/json" }),
    "a.case.json",
  );
  const made = await fetch(`${heron.url}/?index`, { method: "POST", redirect: "manual", headers: base, body });
  const job = /\/jobs\/([^/?]+)/.exec(made.headers.get("Location") ?? "")?.[1];
  if (!job) throw new Error(`${trial.name}: no job was made: ${made.status} ${(await made.text()).slice(-300)}`);
  const token = async (id: string) =>
    ((await (await post(`/jobs/${job}/chargers`, { what: "register", id })).json()) as { token: string }).token;
  if (trial.clamps) await standIn("clamps", { ...trial.clamps, PORT: String(port.clamps), SPEED: "1" });
  if (trial.splitter) await standIn("splitter", { ...trial.splitter, PORT: String(port.splitter) });
  if (trial.trouble !== undefined) {
    const client = new Modbus();
    await client.connectTCP("127.0.0.1", { port: port.clamps });
    client.setID(1);
    await client.writeRegister(HOLDING_REGISTERS.faults, trial.trouble);
    client.close(() => {});
  }
  const wires = {
    URL: `${heron.url.replace(/^http/, "ws")}/ocpp`,
    EVERY_MS: "500",
    ...(trial.clamps && { CLAMPS: address(port.clamps) }),
    ...(trial.splitter && { SPLITTER: address(port.splitter) }),
  };
  const share: Record<string, string> = trial.second ? { SHARED_A: "99", SHARE: port.shares.join(":") } : {};
  const id = `trial-${i}`;
  await standIn("charger", {
    ...trial.charger,
    ...wires,
    ...share,
    ID: id,
    TOKEN: await token(id),
    PILOT: String(port.pilot),
  });
  const { MAX_A = trial.charger.CAR_A ?? "32" } = {};
  await standIn("car", { PILOT: String(port.pilot), MAX_A, VOLTS: trial.charger.VOLTS ?? "230" });
  if (trial.second)
    await standIn("charger", {
      ...trial.second,
      ...wires,
      PLACE: "1",
      SHARED_A: "99",
      SHARE: [...port.shares].reverse().join(":"),
      ID: `${id}-b`,
      TOKEN: await token(`${id}-b`),
    });
  await pause(6000);
  const from = performance.now();
  const begun = await post(`/jobs/${job}/commissioning`, {
    what: "begin",
    checks: "",
    charger: id,
    second: trial.second ? `${id}-b` : "",
    clamps: trial.clamps ? address(port.clamps) : "",
    splitter: trial.splitter ? address(port.splitter) : "",
  });
  if (!begun.ok) throw new Error(`${trial.name}: ${begun.status} ${await begun.text()}`);
  let run: JobCommissioning["run"] = null;
  do {
    await pause(500);
    run = (
      (await (await fetch(`${heron.url}/jobs/${job}/commissioning`, { headers: base })).json()) as JobCommissioning
    ).run;
  } while (run?.isRunning);
  const seconds = ((performance.now() - from) / 1000).toFixed(1);
  const found = run?.results.filter(({ verdict }) => verdict === "fail").map(({ id: check }) => check) ?? [];
  const isRight =
    found.join() === (trial.foundBy ?? "") &&
    (trial.foundBy !== undefined || run?.results.every(({ verdict }) => verdict === "pass"));
  console.log(
    `${isRight ? "ok   " : "WRONG"} ${trial.name}: ${seconds} s, ${found.length > 0 ? `found by ${found.join(", ")}` : "nothing found"}`,
  );
  if (!isRight || only !== undefined || trial.foundBy === undefined)
    for (const { id: check, verdict, text } of run?.results ?? []) console.log(`        ${check}: ${verdict}. ${text}`);
}

try {
  const waiting = trials.map((trial, i) => [trial, i] as const);
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift())
      await runTrial(...next).catch((error: unknown) => console.log(`WRONG ${String(error)}`));
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
} finally {
  for (const child of started) child.kill("SIGTERM");
  await heron.stop();
}
