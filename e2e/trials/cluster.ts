/**
 * `npm run cluster -- --edits 2000 --kills 9`: a MariaDB Galera cluster of three nodes, three servers, each starting
 * with its own node, and four writers with edits, pictures and interval files. Nodes and servers are killed in turn.
 * Afterwards everything is on every node once, in its writer's order; no request was answered with 500.
 */
import type { ChildProcess } from "node:child_process";
import { chmodSync, mkdtempSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import sharp from "sharp";
import { packValues } from "#core/energy/intervals/kept.ts";
import { startCluster } from "../../scripts/cluster.mjs";
import { freePort } from "../../scripts/database.mjs";
import { loadDemo, startServer } from "../heron.ts";
import { cookieOf, demoPeople, option, randomBy } from "./people.ts";

const EDITS = option("edits", 2000);
const KILLS = option("kills", 9);
const WRITERS = 4;
/** A writer sends a picture every this many edits, and an interval file equally often. */
const PICTURE_EVERY = 50;
const FILE_EVERY = 125;
const PATIENCE_MS = 20_000;
const RETRY_MS = 200;
const random = randomBy(option("seed", 1));

const folder = mkdtempSync(path.join(os.tmpdir(), "heron-cluster-"));
// The database runs as a user of its own.
chmodSync(folder, 0o755);
console.error("Starting three nodes ...");
const cluster = await startCluster({ folder });
const ports = [await freePort(), await freePort(), await freePort()];
const env = (i: number) => ({
  ...process.env,
  DATABASE_URL: cluster.urlFrom(i),
  HERON_DEMO: "1",
  HERON_LOG: process.env.HERON_LOG ?? "silent",
  PORT: String(ports[i] ?? 0),
  NODE_ENV: "production",
});
loadDemo(env(0));
/** Faults that a server logs are shown, where `HERON_LOG=error` asks for them. */
async function start(i: number): Promise<ChildProcess> {
  const server = await startServer(env(i));
  server.stdout?.on("data", (text) => String(text).includes('"level":50') && console.error(String(text).trim()));
  return server;
}
const servers: ChildProcess[] = [];
for (const i of [0, 1, 2]) servers.push(await start(i));
const urls = ports.map((port) => `http://localhost:${port}`);

const [owner] = demoPeople();
const [job = "", other = ""] = owner?.jobs ?? [];
const cookie = await cookieOf(urls[0] as string, owner?.email as string);
const statuses = new Map<number, number>();
let sent = 0;

/** Sends a request until it is accepted; without an answer it is sent again, or to another server. */
async function untilTaken(address: string, body: () => { body: BodyInit; type?: string }): Promise<unknown> {
  for (let at = random.whole(3); ; at = (at + 1) % 3) {
    sent++;
    const url = urls[at] as string;
    const { body: bytes, type } = body();
    const response = await fetch(`${url}${address}`, {
      method: "POST",
      headers: { Cookie: cookie, Origin: url, ...(type && { "Content-Type": type }) },
      body: bytes,
      signal: AbortSignal.timeout(PATIENCE_MS),
    }).catch(() => null);
    if (response) statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
    const answer = response?.ok ? await response.json().catch(() => null) : null;
    if (answer) return answer;
    if (response && response.status < 500) throw new Error(`${response.status}: ${await response.text()}`);
    await wait(RETRY_MS);
  }
}

async function sendEdit(writer: number, n: number, base: { revision: number }): Promise<void> {
  const edit = {
    id: `writer-${writer}-${String(n).padStart(5, "0")}`,
    patch: [{ op: "add", path: `/trial/${writer}-${n}`, value: n }],
  };
  const answer = (await untilTaken(`/jobs/${job}/edits`, () => ({
    body: JSON.stringify({ ...edit, baseRevision: base.revision }),
    type: "application/json",
  }))) as { revision: number };
  base.revision = answer.revision;
}

const picture = await sharp({ create: { width: 400, height: 300, channels: 3, background: "#456" } })
  .jpeg()
  .toBuffer();
const sendPicture = (name: string) =>
  untilTaken(`/jobs/${job}/photos`, () => {
    const form = new FormData();
    for (const [field, value] of Object.entries({ id: `picture-${name}`, item: "meter", takenAt: "0" }))
      form.set(field, value);
    form.set("picture", new Blob([new Uint8Array(picture)]), "a.jpg");
    return { body: form };
  });

const COUNT = 96;
const values = await packValues({ phases: [new Int32Array(COUNT).fill(500)] });
const digestOfFile = (n: number) => n.toString(16).padStart(64, "0");
const sendFile = (n: number) =>
  untilTaken(`/jobs/${other}/interval-data`, () => {
    const about = {
      digest: digestOfFile(n),
      name: `${n}.csv`,
      form: "CSV",
      madeUp: true,
      unit: "kWh",
      startS: 1_735_689_600,
      intervalS: 900,
      decimals: 3,
      count: COUNT,
      phases: 1,
      clock: [{ fromS: -1e12, offsetS: 0 }],
      quality: { days: 1, daysCovered: 1, missing: 0, covered: 1, findings: [] },
    };
    const form = new FormData();
    form.set("about", JSON.stringify(about));
    form.set("values", new Blob([new Uint8Array(values)]), "values");
    return { body: form };
  });

async function killOne(k: number): Promise<string> {
  const i = Math.floor(k / 2) % 3;
  if (k % 2 === 0) {
    await cluster.nodes[i]?.kill();
    await wait(1000);
    await cluster.nodes[i]?.start();
    return `node ${i + 1}`;
  }
  const ended = new Promise((resolve) => servers[i]?.once("exit", resolve));
  servers[i]?.kill("SIGKILL");
  await ended;
  servers[i] = await start(i);
  return `server ${i + 1}`;
}

/** The content of a node, and its errors. */
async function checked(url: string, each: number, pictures: number, files: number): Promise<string[]> {
  const connection = await createConnection(url);
  await connection.query("set session wsrep_sync_wait = 7");
  const ask = async (sql: string, of: string) => (await connection.query<RowDataPacket[]>(sql, [of]))[0];
  const edits = await ask("SELECT id, revision FROM edit WHERE job_id = ? ORDER BY revision", job);
  const [row] = await ask("SELECT json_length(`case`, '$.trial') AS kept FROM job WHERE id = ?", job);
  const photos = await ask("SELECT id FROM photo WHERE job_id = ? AND id LIKE 'picture-%'", job);
  const kept = await ask("SELECT digest FROM interval_data WHERE job_id = ? AND digest LIKE '000000%'", other);
  await connection.end();
  const ids = edits.map((e) => String(e.id)).filter((id) => id.startsWith("writer-"));
  const wanted = WRITERS * each;
  const outOfOrder = Array.from({ length: WRITERS }, (_, w) =>
    ids.filter((id) => id.startsWith(`writer-${w}-`)),
  ).filter((own) => own.join() !== [...own].sort().join()).length;
  const wrong: [string, number][] = [
    ["edits lost", wanted - new Set(ids).size],
    ["edits doubled", ids.length - new Set(ids).size],
    ["writers out of order", outOfOrder],
    ["gaps in the revisions", edits.filter((e, i) => e.revision !== i + 1).length],
    ["edits missing in the case", wanted - Number(row?.kept)],
    ["pictures lost", pictures - photos.length],
    ["interval files lost", files - kept.length],
  ];
  return wrong.filter(([, n]) => n !== 0).map(([what, n]) => `${what}: ${n}`);
}

let failed = true;
try {
  await untilTaken(`/jobs/${job}/edits`, () => ({
    body: JSON.stringify({ id: "trial-begins", baseRevision: 0, patch: [{ op: "add", path: "/trial", value: {} }] }),
    type: "application/json",
  }));
  const each = Math.ceil(EDITS / WRITERS);
  let done = 0;
  let pictures = 0;
  let files = 0;
  const from = performance.now();
  const writers = Array.from({ length: WRITERS }, async (_, writer) => {
    const base = { revision: 1 };
    for (let n = 0; n < each; n++, done++) {
      await sendEdit(writer, n, base);
      if (n % PICTURE_EVERY === 0) {
        await sendPicture(`${writer}-${n}`);
        pictures++;
      }
      if (n % FILE_EVERY === 0) await sendFile(++files);
    }
  });
  const killed: string[] = [];
  const killer = (async () => {
    for (let k = 0; k < KILLS; k++) {
      while (done < ((k + 1) * EDITS) / (KILLS + 1)) await wait(5);
      killed.push(await killOne(k));
      console.error(`${done} edits; killed and started again: ${killed.at(-1)}`);
    }
  })();
  await Promise.all([...writers, killer]);
  const seconds = (performance.now() - from) / 1000;
  const ofNodes = await Promise.all(cluster.nodes.map((node) => checked(node.url(), each, pictures, files)));
  const count = (name: string) => killed.filter((k) => k.startsWith(name)).length;
  const faults = statuses.get(500) ?? 0;
  console.log(
    `${WRITERS * each} edits, ${pictures} pictures and ${files} interval files by ${WRITERS} writers in ${seconds.toFixed(0)} s, sent ${sent} times; killed: nodes ${count("node")}, servers ${count("server")}`,
  );
  console.log(`answers by status: ${[...statuses].map(([status, n]) => `${status}: ${n}`).join(", ")}`);
  for (const [i, wrong] of ofNodes.entries())
    console.log(`node ${i + 1}: ${wrong.length === 0 ? "nothing lost, doubled or out of order" : wrong.join(", ")}`);
  failed = faults > 0 || ofNodes.some((wrong) => wrong.length > 0);
} finally {
  for (const server of servers) server.kill("SIGTERM");
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
}
process.exit(failed ? 1 : 0);
