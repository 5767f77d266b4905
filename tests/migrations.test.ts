/** A database of each older schema, with data in it, comes to today's with all of it. */
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { createConnection, type RowDataPacket } from "mysql2/promise";
import { afterAll, expect, it } from "vitest";
import { usCase } from "#core/testing/cases.ts";
import { migrateDatabase } from "#db/migrate.ts";

const MIGRATIONS = path.resolve("db/migrations");
const JOURNAL = path.join("meta", "_journal.json");
const journal = JSON.parse(readFileSync(path.join(MIGRATIONS, JOURNAL), "utf8")) as { entries: { tag: string }[] };
const folder = mkdtempSync(path.join(os.tmpdir(), "heron-migrations-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The first `count` migrations. */
function migrationsUntil(count: number): string {
  const at = path.join(folder, String(count));
  cpSync(MIGRATIONS, at, { recursive: true });
  writeFileSync(path.join(at, JOURNAL), JSON.stringify({ ...journal, entries: journal.entries.slice(0, count) }));
  return at;
}

/** Rows by table, with the number of migrations that they need. */
const ROWS: { since: number; table: string; row: Record<string, unknown> }[] = [
  { since: 1, table: "firm", row: { id: "firm", name: "Öre Firm", town: "Town", rules: "us-nec-2023" } },
  {
    since: 1,
    table: "person",
    row: { id: "Mara", firm_id: "firm", name: "Mara", email: "mara@x.example", role: "owner", password_hash: "x" },
  },
  {
    since: 1,
    table: "job",
    row: {
      id: "job",
      firm_id: "firm",
      title: "A job",
      rules: "us-nec-2023",
      case: JSON.stringify(usCase()),
      summary: "{}",
    },
  },
  {
    since: 1,
    table: "edit",
    row: { id: "edit-one", job_id: "job", revision: 1, patch: "[]", person_id: "Mara" },
  },
  { since: 1, table: "session", row: { id: "a".repeat(64), person_id: "Mara", expires_at: "2099-01-01 00:00:00" } },
  {
    since: 2,
    table: "photo",
    row: {
      id: "photo-one",
      job_id: "job",
      item: "meter",
      caption: "The meter",
      width: 3,
      height: 2,
      marks: "[]",
      picture: Buffer.from([0xff, 0xd8, 0, 1]),
      thumbnail: Buffer.from([0xff, 0xd8, 2]),
      taken_at: "2026-11-01 10:00:00",
      person_id: "Mara",
    },
  },
  { since: 5, table: "price_book", row: { firm_id: "firm", version: 1, book: "{}", person_id: "Mara" } },
  {
    since: 6,
    table: "interval_data",
    row: { job_id: "job", digest: "b".repeat(64), about: "{}", values: Buffer.from([1, 2, 3]), person_id: "Mara" },
  },
  { since: 6, table: "interval_mapping", row: { firm_id: "firm", head: "c".repeat(64), mapping: "{}" } },
];

/** A value as it was put in: JSON and moments as text. */
function plain(value: unknown): unknown {
  if (typeof value === "string") return value.replace(/\.000$/, "");
  return typeof value === "object" && value !== null && !Buffer.isBuffer(value) ? JSON.stringify(value) : value;
}

it.each(journal.entries.slice(0, -1).map(({ tag }, i) => [tag, i + 1] as const))("from %s", async (_tag, count) => {
  const url = new URL(process.env.DATABASE_URL as string);
  url.pathname = `/heron_since_${count}`;
  const server = await createConnection({ uri: process.env.DATABASE_URL as string });
  await server.query(`CREATE DATABASE heron_since_${count} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await migrateDatabase(url.href, migrationsUntil(count));
  const old = await createConnection({ uri: url.href, dateStrings: true });
  const rows = ROWS.filter((r) => r.since <= count);
  for (const { table, row } of rows) await old.query("INSERT INTO ?? SET ?", [table, row]);

  await migrateDatabase(url.href);

  for (const { table, row } of rows) {
    const [found] = await old.query<RowDataPacket[]>("SELECT * FROM ??", [table]);
    expect(found).toHaveLength(1);
    for (const [column, value] of Object.entries(row)) {
      expect(plain(found[0]?.[column]), `${table}.${column}`).toEqual(value);
    }
  }
  const [[person]] = await old.query<RowDataPacket[][]>("SELECT active, totp_secret, totp_step FROM person");
  expect(person).toEqual({ active: 1, totp_secret: null, totp_step: 0 });
  // Ids are compared by their bytes, and still refer to each other.
  const [lower] = await old.query<RowDataPacket[]>("SELECT id FROM person WHERE id = 'mara'");
  expect(lower).toEqual([]);
  await expect(old.query("DELETE FROM firm")).rejects.toThrow(/foreign key/);
  const wrong = { id: "edit-two", job_id: "no-job", revision: 2, patch: "[]", person_id: "Mara" };
  await expect(old.query("INSERT INTO edit SET ?", wrong)).rejects.toThrow(/foreign key/);
  await old.end();
  await server.query(`DROP DATABASE heron_since_${count}`);
  await server.end();
});

it("takes the stage of a job over into its case", async () => {
  const url = new URL(process.env.DATABASE_URL as string);
  url.pathname = "/heron_stages";
  const server = await createConnection({ uri: process.env.DATABASE_URL as string });
  await server.query("CREATE DATABASE heron_stages CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
  await migrateDatabase(url.href, migrationsUntil(8));
  const old = await createConnection({ uri: url.href });
  const [firm] = ROWS;
  await old.query("INSERT INTO firm SET ?", [firm?.row]);
  for (const stage of ["enquiry", "survey", "waiting", "installed"]) {
    const row = { id: stage, firm_id: "firm", title: stage, rules: "us-nec-2023", summary: "{}", stage };
    await old.query("INSERT INTO job SET ?", { ...row, case: JSON.stringify(usCase()) });
  }
  await migrateDatabase(url.href);
  const [rows] = await old.query<RowDataPacket[]>("SELECT id, stage, waits_for_operator, `case` FROM job ORDER BY id");
  expect(rows.map(({ id, stage, waits_for_operator: waits }) => [id, stage, waits])).toEqual([
    ["enquiry", "enquiry", 0],
    ["installed", "done", 0],
    ["survey", "survey", 0],
    ["waiting", "waiting", 1],
  ]);
  expect(rows.map((row) => row.case.progress)).toEqual([
    { stage: "enquiry" },
    { stage: "done" },
    undefined,
    { stage: "waiting" },
  ]);
  await old.end();
  await server.query("DROP DATABASE heron_stages");
  await server.end();
});
