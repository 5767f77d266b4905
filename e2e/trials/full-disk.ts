/**
 * `npm run full-disk`: the disk of the database fills up during work, and has room again later. Refused requests were
 * refused in words without any trace; accepted ones are stored; a backup without room leaves no file. Needs the right
 * to mount a small file system.
 */
import { spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { mkdtempSync, readdirSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { freePort, startDatabase } from "../../scripts/database.mjs";
import { loadDemo, startServer } from "../heron.ts";
import { noisyPhoto } from "../pictures.ts";
import { cookieOf, demoPeople } from "./people.ts";

const DISK_MB = 420;
const LEFT_MB = 6;
const PATIENCE_MS = 30_000;

/** A disk of `sizeMB` megabytes. */
function mountDisk(sizeMB: number): string {
  const disk = mkdtempSync(path.join(os.tmpdir(), "heron-disk-"));
  if (spawnSync("mount", ["-t", "tmpfs", "-o", `size=${sizeMB}m,mode=755`, "tmpfs", disk]).status === 0) return disk;
  rmSync(disk, { recursive: true });
  console.error("This trial needs the right to mount a file system: run it as root.");
  process.exit(1);
}
const disk = mountDisk(DISK_MB);
const smallDisk = mountDisk(1);
const database = await startDatabase({ folder: path.join(disk, "db") });
const env = {
  ...process.env,
  DATABASE_URL: database.url,
  HERON_DEMO: "1",
  HERON_LOG: process.env.HERON_LOG ?? "silent",
  PORT: String(await freePort()),
  NODE_ENV: "production",
};
loadDemo(env);
const server = await startServer(env);
const url = `http://localhost:${env.PORT}`;
const [owner] = demoPeople();
const job = owner?.jobs[0] ?? "";
const Cookie = await cookieOf(url, owner?.email ?? "");
const headers = { Cookie, Origin: url };

interface Answer {
  id: string;
  status: number;
  text: string;
}
const answers: Record<"edit" | "picture", Answer[]> = { edit: [], picture: [] };
async function ask(kind: "edit" | "picture", id: string, init: RequestInit): Promise<number> {
  const address = `${url}/jobs/${job}/${kind === "edit" ? "edits" : "photos"}`;
  const response = await fetch(address, { method: "POST", signal: AbortSignal.timeout(PATIENCE_MS), ...init });
  answers[kind].push({ id, status: response.status, text: await response.text() });
  return response.status;
}

const picture = await noisyPhoto(1600, 1200);
let count = 0;
let revision = 0;
function sendPicture() {
  const id = `full-disk-${count++}`;
  const body = new FormData();
  for (const [name, value] of Object.entries({ id, item: "meter", takenAt: "0" })) body.set(name, value);
  body.set("picture", new File([new Uint8Array(picture)], "a.jpg", { type: "image/jpeg" }));
  return ask("picture", id, { headers, body });
}
async function sendEdit() {
  const id = `full-disk-${count++}`;
  const patch = [{ op: "add", path: "/notes", value: randomBytes(20_000).toString("hex") }];
  const body = JSON.stringify({ id, baseRevision: revision, patch });
  const status = await ask("edit", id, { headers: { ...headers, "Content-Type": "application/json" }, body });
  if (status === 200) revision++;
  return status;
}
const page = async () => (await fetch(`${url}/jobs/${job}/survey`, { headers: { Cookie } })).status;

const ballast = path.join(disk, "ballast");
const { bavail, bsize } = statfsSync(disk);
writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - LEFT_MB * 1_000_000)));
let refused = 0;
for (let i = 0; i < 300 && refused < 20; i++) if ((await sendPicture()) !== 200) refused++;
for (let i = 0; i < 60; i++) await sendEdit();
const pageWhileFull = await page();

const backedUp = spawnSync("node", ["scripts/backup.mjs", path.join(smallDisk, "backup")], { env, encoding: "utf8" });
const left = readdirSync(smallDisk);

rmSync(ballast);
const [laterPicture, laterEdit, pageLater] = [await sendPicture(), await sendEdit(), await page()];

const connection = await createConnection(database.url);
const ids = async (table: string) =>
  new Set((await connection.query<RowDataPacket[]>("select id from ??", [table]))[0].map((row) => String(row.id)));
const stored = { edit: await ids("edit"), picture: await ids("photo") };
const [checks] = await connection.query<RowDataPacket[]>("check table photo, edit, job extended");
await connection.end();

const problems: string[] = [];
const statuses: Record<string, number> = {};
for (const kind of ["edit", "picture"] as const)
  for (const { id, status, text } of answers[kind]) {
    const name = `${kind} ${status}`;
    statuses[name] = (statuses[name] ?? 0) + 1;
    if (status === 200 && !stored[kind].has(id)) problems.push(`${name}: ${id} is lost`);
    if (status !== 200 && stored[kind].has(id)) problems.push(`${name}: ${id} was refused and is there`);
    if (status !== 200 && !/no room left/.test(text)) problems.push(`${name}: ${text.slice(0, 120)}`);
  }
if (refused === 0) problems.push("the disk was never full");
if (pageWhileFull !== 200) problems.push(`pages while it was full: ${pageWhileFull}`);
if (backedUp.status === 0 || !/room/i.test(backedUp.stderr)) problems.push(`the backup said: ${backedUp.stderr}`);
if (left.length > 0) problems.push(`the backup left ${left}`);
if (laterPicture !== 200 || laterEdit !== 200 || pageLater !== 200)
  problems.push(`with room again: picture ${laterPicture}, edit ${laterEdit}, page ${pageLater}`);
for (const { Table, Msg_text } of checks) if (Msg_text !== "OK") problems.push(`${Table} says ${Msg_text}`);
console.log(JSON.stringify({ statuses, backup: backedUp.stderr.trim(), problems }, null, 1));

server.kill("SIGTERM");
await new Promise((resolve) => server.once("exit", resolve));
await database.stop();
for (const each of [disk, smallDisk]) {
  spawnSync("umount", ["--lazy", each]);
  rmSync(each, { recursive: true });
}
process.exit(problems.length > 0 ? 1 : 0);
