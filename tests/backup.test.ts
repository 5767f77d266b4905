/** A backup is the whole database, restored into an empty server; what is no backup touches nothing. */
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { afterAll, beforeAll, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { jobsOf } from "#server/firm-jobs.ts";
import { photosOf } from "#server/job-photos.ts";
import { openSession } from "#server/sessions.ts";
import { type RunningDatabase, startDatabase } from "../scripts/database.mjs";
import { twoFirms } from "./firms.ts";

const { ours, mara } = twoFirms();
const folder = mkdtempSync(path.join(os.tmpdir(), "heron-backup-"));
const file = path.join(folder, "heron.backup");
let empty: RunningDatabase;

beforeAll(async () => {
  empty = await startDatabase({ folder: path.join(folder, "empty") });
});
afterAll(async () => {
  await empty.stop();
  rmSync(folder, { recursive: true, force: true });
});

function run(script: "backup" | "restore", from: string, at = process.env.DATABASE_URL as string) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [`scripts/${script}.mjs`, from], {
    env: { ...process.env, DATABASE_URL: at },
    encoding: "utf8",
  });
  return { status, said: stdout + stderr };
}

const digestOf = (value: unknown) =>
  Buffer.isBuffer(value) ? createHash("sha256").update(value).digest("hex") : value;

/** All rows of all tables; of those that let people in, none. */
async function contents(url: string): Promise<Record<string, unknown>> {
  const connection = await createConnection({ uri: url, dateStrings: true });
  const [tables] = await connection.query<RowDataPacket[]>("SHOW TABLES");
  const all: Record<string, unknown> = {};
  for (const table of tables.map((t) => String(Object.values(t)[0])).sort()) {
    const [rows] = await connection.query<RowDataPacket[]>("SELECT * FROM ?? ORDER BY 1, 2", [table]);
    const plain = rows.map((row) => Object.fromEntries(Object.entries(row).map(([k, v]) => [k, digestOf(v)])));
    all[table] = ["session", "password_link", "sign_in_failure", "known_device"].includes(table) ? [] : plain;
  }
  await connection.end();
  return all;
}

it("brings everything into an empty server: jobs, edits in order, pictures of twelve megabytes to the byte", async () => {
  const job = await jobsOf(ours.id).create(usCase({ title: "Überlandstraße 5 'quoted' \\ \"twice\" 🚗" }));
  for (let i = 0; i < 3; i++)
    await jobsOf(ours.id).take(job, mara.id, {
      id: `backup-edit-${i}`,
      baseRevision: i,
      patch: [{ op: "replace", path: "/supply/ratingA", value: 100 + i }],
    });
  const picture = Buffer.from(Uint8Array.from({ length: 12 * 1024 * 1024 }, (_, i) => (i * 7) % 256));
  const kept = {
    id: "backup-photo",
    item: "meter",
    about: null,
    caption: "",
    takenAt: new Date(0),
    width: 1,
    height: 1,
  };
  await photosOf(ours.id).add(job, mara.id, {
    ...kept,
    picture,
    thumbnail: Buffer.from([0, 255, 10, 13, 39]),
  });
  await openSession(new Request("http://heron.example/"), mara.id);

  const backup = run("backup", file);
  const { firm, person, job: jobs, edit, photo } = await contents(process.env.DATABASE_URL as string);
  const counts = { firm, person, job: jobs, edit, photo };
  const told = Object.entries(counts).map(([table, rows]) => `${(rows as unknown[]).length} ${table}s`);
  expect(backup.status).toBe(0);
  expect(backup.said).toMatch(/heron\.backup: [\d.]+ MB; /);
  expect(backup.said).toContain(told.join(", "));
  expect(run("backup", file)).toMatchObject({ status: 1, said: expect.stringMatching(/is there already/) });
  const restored = run("restore", file, empty.url);
  expect(restored).toMatchObject({
    status: 0,
    said: expect.stringMatching(/^Restored as of 20.*Everybody signs in anew/),
  });

  const [before, after] = [await contents(process.env.DATABASE_URL as string), await contents(empty.url)];
  expect(Object.keys(after)).toEqual(Object.keys(before));
  for (const [table, rows] of Object.entries(before)) expect(after[table], table).toEqual(rows);
  expect(run("restore", file, empty.url)).toMatchObject({ status: 1, said: expect.stringMatching(/not empty/) });
});

it("is refused where it is damaged, cut off, newer, or none, before anything is touched", async () => {
  const empty2 = empty.urlOf("heron_refused");
  const server = await createConnection(empty.url);
  await server.query("CREATE DATABASE heron_refused");
  const bytes = readFileSync(file);
  const spoilt = (name: string, change: (copy: Buffer) => Buffer) => {
    const at = path.join(folder, name);
    writeFileSync(at, change(Buffer.from(bytes)));
    return at;
  };
  const newer = spoilt("newer", (copy) => {
    const head = JSON.parse(copy.toString("utf8", 0, 1024));
    copy.write(JSON.stringify({ ...head, migrations: 999 }).padEnd(1023), 0);
    return copy;
  });
  const flipped = spoilt("flipped", (copy) => {
    copy[5000] = (copy[5000] ?? 0) ^ 1;
    return copy;
  });
  copyFileSync("package.json", path.join(folder, "other"));
  for (const [at, words] of [
    [flipped, /is damaged/],
    [spoilt("cut", (copy) => copy.subarray(0, copy.length - 10)), /is damaged/],
    [newer, /newer Heron/],
    [path.join(folder, "other"), /no backup/],
    [path.join(folder, "nowhere"), /There is no file/],
  ] as const)
    expect(run("restore", at, empty2)).toMatchObject({ status: 1, said: expect.stringMatching(words) });
  const [tables] = await server.query("SHOW TABLES FROM heron_refused");
  expect(tables).toEqual([]);
  await server.end();
});
