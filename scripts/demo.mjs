/** `npm run demo`: installs what is missing, starts the database, loads the demo firms, builds, starts Heron. */
import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { portIsFree, startDatabase } from "./database.mjs";
import { startServerProcess } from "./server-process.mjs";
import { ensureNpmPackages, ensurePrograms, ensureStateFolder, main, PlainError, ROOT, run, STATE } from "./setup.mjs";

const port = Number(process.env.HERON_PORT ?? 4870);
const databasePort = Number(process.env.HERON_DB_PORT ?? 4871);
const fresh = process.argv.includes("--fresh");
const folder = process.env.HERON_DB_FOLDER ?? path.join(STATE, "demo-db");

/** Stand-ins of clamp recorders, one for each firm, on the ports after the database's. */
const RECORDERS = [
  { firm: "tidewrack", port: databasePort + 1, CLAMPS: "2", VOLTS: "120" },
  { firm: "osier", port: databasePort + 2, CLAMPS: "1", VOLTS: "230" },
];
const startRecorder = ({ firm: _, port: at, ...settings }) =>
  spawn(process.execPath, ["--import", "tsx", "standins/clamps/main.ts"], {
    cwd: ROOT,
    env: { ...process.env, ...settings, PORT: String(at) },
    stdio: ["ignore", "ignore", "inherit"],
    detached: true,
  });

/** The stand-in of a mail server takes the port after the recorders', and shows what was sent on the next one. */
const postPort = databasePort + 3;
const startPost = () =>
  spawn(process.execPath, ["--import", "tsx", "standins/post/main.ts"], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(postPort) },
    stdio: ["ignore", "ignore", "inherit"],
    detached: true,
  });

/** The stand-ins of chargers, which join the demo jobs that `db/demo/charger.ts` names; one follows its clamps. */
const CHARGERS = [
  { ID: "withy-walk-1", TOKEN: "demo-charger", PEN: "1" },
  {
    ID: "saltgrass-1",
    TOKEN: "demo-charger-2",
    SET_A: "48",
    VOLTS: "240",
    CLAMPS: `127.0.0.1:${RECORDERS[0].port}`,
    LIMIT_A: "160",
    PILOT: String(databasePort + 5),
  },
];
const startCharger = (settings) =>
  spawn(process.execPath, ["--import", "tsx", "standins/charger/main.ts"], {
    cwd: ROOT,
    env: { ...process.env, ...settings, URL: `ws://127.0.0.1:${port}/ocpp` },
    stdio: ["ignore", "ignore", "inherit"],
    detached: true,
  });
/** The car at the charger that has a pilot; it comes home with a third of its battery. */
const startCar = () =>
  spawn(process.execPath, ["--import", "tsx", "standins/car/main.ts"], {
    cwd: ROOT,
    env: { ...process.env, PILOT: String(databasePort + 5), CLASS: "pickup", MAX_A: "48", VOLTS: "240", FROM: "30" },
    stdio: ["ignore", "ignore", "inherit"],
    detached: true,
  });

/** Builds only where the sources have changed since the last build. */
export function ensureBuilt() {
  const sources = spawnSync(
    "git",
    [
      "ls-files",
      "-co",
      "--exclude-standard",
      "app",
      "core",
      "db",
      "public",
      "package-lock.json",
      "vite.config.ts",
      "vite.work.config.ts",
      "vite.customer-page.config.ts",
      "vite.service-worker.config.ts",
      "scripts/service-worker.mjs",
    ],
    {
      cwd: ROOT,
      encoding: "utf8",
    },
  );
  const hash = createHash("sha256");
  for (const file of sources.stdout.split("\n").filter(Boolean).sort())
    if (existsSync(path.join(ROOT, file))) hash.update(file).update(readFileSync(path.join(ROOT, file)));
  const stamp = hash.digest("hex");
  const stampFile = path.join(ROOT, "build", ".stamp");
  if (sources.status === 0 && existsSync(stampFile) && readFileSync(stampFile, "utf8") === stamp) return;
  console.log("Building ...");
  run("npm", ["run", "build"], { quiet: true, failure: "The build failed." });
  if (sources.status === 0) writeFileSync(stampFile, stamp);
}

async function demo() {
  ensureStateFolder();
  ensureNpmPackages();
  ensurePrograms(["mariadbd"]);
  if (!(await portIsFree(port)))
    throw new PlainError(
      `Port ${port} is taken by another program, or Heron runs already. Set HERON_PORT to another one.`,
    );
  // From here on Ctrl-C ends in order, also while it builds: what runs is stopped, then the database.
  let stop = () => {};
  process.on("SIGINT", () => stop());
  process.on("SIGTERM", () => stop());
  if (fresh) rmSync(folder, { recursive: true, force: true });
  console.log("Starting the database ...");
  const database = await startDatabase({ folder, port: databasePort, detached: true });
  const standIns = [];
  try {
    ensureBuilt();
    const env = {
      ...process.env,
      DATABASE_URL: database.url,
      HERON_DEMO: "1",
      HERON_RECORDERS: RECORDERS.map((r) => `${r.firm}=127.0.0.1:${r.port}`).join(","),
      HERON_SMTP_URL: `smtp://127.0.0.1:${postPort}`,
      HERON_MAIL_FROM: "post@heron.example",
      PORT: String(port),
      NODE_ENV: "production",
    };
    run(process.execPath, ["build/work/load-demo.js"], { env, failure: "The demo data could not be loaded." });
    standIns.push(...RECORDERS.map(startRecorder), startPost(), ...CHARGERS.map(startCharger), startCar());
    console.log(`\n  Mail is shown at http://localhost:${postPort + 1} and goes nowhere else.`);
    const server = startServerProcess(env, { cwd: ROOT, stdio: "inherit", detached: true });
    stop = () => server.kill("SIGTERM");
    await new Promise((resolve) => server.once("exit", resolve));
  } finally {
    for (const standIn of standIns) standIn.kill("SIGTERM");
    await database.stop();
    console.log("Heron and its database have stopped.");
  }
}

await main(demo);
