/**
 * `npm run faults -- --edits 2000 --kills 15`: three writers on one job, two servers that share a database; servers
 * and database are killed without warning. Afterwards every edit is stored once, in its writer's order.
 */
import type { ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { freePort, type RunningDatabase, startDatabase } from "../../scripts/database.mjs";
import { loadDemo, startServer } from "../heron.ts";
import { cookieOf, demoPeople, option, randomBy } from "./people.ts";

const EDITS = option("edits", 2000);
const KILLS = option("kills", 15);
const WRITERS = 3;
const random = randomBy(option("seed", 1));
const PATIENCE_MS = 8000;
const RETRY_MS = 200;

const folder = mkdtempSync(path.join(os.tmpdir(), "heron-faults-"));
let database: RunningDatabase = await startDatabase({ folder });
const ports = [await freePort(), await freePort()];
const env = (port: number) => ({
  ...process.env,
  DATABASE_URL: database.url,
  HERON_DEMO: "1",
  HERON_LOG: "silent",
  PORT: String(port),
  NODE_ENV: "production",
});
loadDemo(env(0));
const servers: ChildProcess[] = await Promise.all(ports.map((port) => startServer(env(port))));
const urls = ports.map((port) => `http://localhost:${port}`);

const [owner] = demoPeople();
const job = owner?.jobs[0] as string;
const cookie = await cookieOf(urls[0] as string, owner?.email as string);
let sent = 0;
let lost = 0;

/** Sends an edit until it is answered; without an answer it is sent again, or to the other server. */
async function send(writer: number, n: number, base: { revision: number }): Promise<void> {
  const edit = {
    id: `writer-${writer}-${String(n).padStart(5, "0")}`,
    patch: [{ op: "add", path: `/trial/${writer}-${n}`, value: n }],
  };
  for (let at = random.whole(2); ; at = 1 - at) {
    sent++;
    const url = urls[at] as string;
    const response = await fetch(`${url}/jobs/${job}/edits`, {
      method: "POST",
      headers: { "Content-Type": "application/json", Cookie: cookie, Origin: url },
      body: JSON.stringify({ ...edit, baseRevision: base.revision }),
      signal: AbortSignal.timeout(PATIENCE_MS),
    }).catch(() => null);
    const answer = response?.ok ? await response.json().catch(() => null) : null;
    if (answer?.kind === "accepted") {
      base.revision = answer.revision;
      return;
    }
    if (response && response.status < 500) throw new Error(`${response.status}: ${await response.text()}`);
    lost++;
    await wait(RETRY_MS);
  }
}

async function killOne(): Promise<string> {
  const what = random.whole(3);
  if (what === 2) {
    const ended = new Promise((resolve) => database.process.once("exit", resolve));
    database.process.kill("SIGKILL");
    await ended;
    database = await startDatabase({ folder, port: database.port });
    return "database";
  }
  const ended = new Promise((resolve) => servers[what]?.once("exit", resolve));
  servers[what]?.kill("SIGKILL");
  await ended;
  servers[what] = await startServer(env(ports[what] as number));
  return `server ${what + 1}`;
}

let failed = false;
try {
  await fetch(`${urls[0]}/jobs/${job}/edits`, {
    method: "POST",
    headers: { "Content-Type": "application/json", Cookie: cookie, Origin: urls[0] as string },
    body: JSON.stringify({ id: "trial-begins", baseRevision: 0, patch: [{ op: "add", path: "/trial", value: {} }] }),
  });
  const each = Math.ceil(EDITS / WRITERS);
  let done = 0;
  const writers = Array.from({ length: WRITERS }, async (_, writer) => {
    const base = { revision: 1 };
    for (let n = 0; n < each; n++, done++) await send(writer, n, base);
  });
  const killed: string[] = [];
  const killer = (async () => {
    for (let k = 1; k <= KILLS; k++) {
      while (done < (k * EDITS) / (KILLS + 1)) await wait(5);
      killed.push(await killOne());
    }
  })();
  const from = performance.now();
  await Promise.all([...writers, killer]);
  const seconds = (performance.now() - from) / 1000;

  const connection = await createConnection(database.url);
  const [edits] = await connection.query<RowDataPacket[]>(
    "SELECT id, revision FROM edit WHERE job_id = ? ORDER BY revision",
    [job],
  );
  const [[row]] = await connection.query<RowDataPacket[][]>(
    "SELECT revision, json_length(`case`, '$.trial') AS kept FROM job WHERE id = ?",
    [job],
  );
  await connection.end();
  const ids = edits.map((e) => String(e.id)).filter((id) => id.startsWith("writer-"));
  const wanted = WRITERS * each;
  const doubled = ids.length - new Set(ids).size;
  const missing = wanted - new Set(ids).size;
  const outOfOrder = Array.from({ length: WRITERS }, (_, w) =>
    ids.filter((id) => id.startsWith(`writer-${w}-`)),
  ).filter((own) => own.join() !== [...own].sort().join()).length;
  const gaps = edits.filter((e, i) => e.revision !== i + 1).length;
  const inCase = (row as unknown as { kept: number; revision: number }).kept;
  const count = (name: string) => killed.filter((k) => k.startsWith(name)).length;
  console.log(
    `${wanted} edits by ${WRITERS} writers in ${seconds.toFixed(0)} s, sent ${sent} times (${lost} without an answer); killed: servers ${count("server")}, database ${count("database")}`,
  );
  console.log(
    `lost ${missing}, doubled ${doubled}, writers out of order ${outOfOrder}, gaps in the revisions ${gaps}, in the case ${inCase} of ${wanted}`,
  );
  failed = missing + doubled + outOfOrder + gaps > 0 || inCase !== wanted;
} finally {
  for (const server of servers) server.kill("SIGTERM");
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
