/**
 * `npm run restore -- FILE`: puts a backup into the empty database at DATABASE_URL; an older schema is brought up to
 * this version's. Nothing is touched before the file has proved whole.
 */
import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { createGunzip } from "node:zlib";
import { packed, readHead } from "./backup-file.mjs";
import { ask, databaseAt, PACKET_BYTES, start } from "./mariadb.mjs";
import { main, PlainError, ROOT } from "./setup.mjs";

await main(async () => {
  const [file] = process.argv.slice(2);
  if (!file) throw new PlainError("Say from where: npm run restore -- FILE");
  const head = await readHead(file);
  const journal = path.join(ROOT, "db", "migrations", "meta", "_journal.json");
  const known = JSON.parse(readFileSync(journal, "utf8")).entries.length;
  if (head.migrations > known)
    throw new PlainError(
      `${file} was written by a newer Heron (${head.heron}, schema ${head.migrations}; this one knows ${known}). Use that one, or a later.`,
    );
  const database = databaseAt();
  if (ask(database, "show tables").length > 0)
    throw new PlainError("The database at DATABASE_URL is not empty. Make an empty one, and restore into that.");
  const packet = Number(ask(database, "select @@global.max_allowed_packet")[0]);
  if (packet < PACKET_BYTES)
    throw new PlainError(
      `MariaDB takes rows of ${Math.round(packet / 1048576)} MB; pictures need more. Set max_allowed_packet=64M in its settings and start it again.`,
    );
  const { child, done } = start(
    "mariadb",
    database,
    [`--max-allowed-packet=${PACKET_BYTES}`],
    ["pipe", "ignore", "pipe"],
  );
  await Promise.all([done, pipeline(packed(file), createGunzip(), child.stdin)]);
  const migrated = spawnSync(
    process.execPath,
    [
      "--import",
      "tsx",
      "--input-type=module",
      "-e",
      'const { migrateDatabase } = await import("./db/migrate.ts"); await migrateDatabase(process.env.DATABASE_URL);',
    ],
    { cwd: ROOT, encoding: "utf8" },
  );
  if (migrated.status !== 0)
    throw new PlainError(
      `The data is in, but could not be brought up to this version:\n${migrated.stderr.split("\n").slice(-6).join("\n")}`,
    );
  const counts = ["firm", "person", "job", "edit", "photo"].map(
    (t) => `${ask(database, `select count(*) from \`${t}\``)[0]} ${t}s`,
  );
  console.log(`Restored as of ${head.at}: ${counts.join(", ")}. Everybody signs in anew.`);
});
