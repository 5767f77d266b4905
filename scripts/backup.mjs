/** `npm run backup -- FILE`: the whole database, pictures too, as of one moment, while Heron goes on. */
import { createWriteStream, existsSync, readFileSync, rmSync, statSync } from "node:fs";
import { open, rename } from "node:fs/promises";
import path from "node:path";
import { pipeline } from "node:stream/promises";
import { createGzip } from "node:zlib";
import { FORMAT, headLine, RowCounter, sha256Of } from "./backup-file.mjs";
import { ask, databaseAt, PACKET_BYTES, start } from "./mariadb.mjs";
import { main, PlainError, ROOT } from "./setup.mjs";

/** Tables that grant access and are worthless later: sessions, links, sign-in attempts. */
const LEFT_OUT = ["session", "password_link", "sign_in_failure", "known_device"];
const COUNTED = ["firm", "person", "job", "edit", "photo"];

await main(async () => {
  const [file] = process.argv.slice(2);
  if (!file) throw new PlainError("Say where to: npm run backup -- FILE");
  if (existsSync(file)) throw new PlainError(`${file} is there already; it is not written over.`);
  const database = databaseAt();
  const migrations = Number(ask(database, "select count(*) from __drizzle_migrations")[0]);
  const part = `${file}.part`;
  const partOut = createWriteStream(part, { mode: 0o600 });
  partOut.write(headLine({}));
  try {
    const { child, done } = start(
      "mariadb-dump",
      database,
      [
        "--single-transaction",
        "--hex-blob",
        // One statement a row: the rows in the file are counted as they go by.
        "--skip-extended-insert",
        "--no-autocommit",
        "--skip-comments",
        `--max-allowed-packet=${PACKET_BYTES}`,
        ...LEFT_OUT.map((table) => `--ignore-table-data=${database.name}.${table}`),
      ],
      ["ignore", "pipe", "pipe"],
    );
    const rows = new RowCounter(COUNTED);
    await Promise.all([done, pipeline(child.stdout, rows, createGzip(), partOut)]);
    const { version: heron } = JSON.parse(readFileSync(path.join(ROOT, "package.json"), "utf8"));
    const head = {
      format: FORMAT,
      version: 1,
      heron,
      migrations,
      at: new Date().toISOString(),
      sha256: await sha256Of(part),
    };
    const handle = await open(part, "r+");
    await handle.write(headLine(head), 0, "utf8");
    await handle.sync();
    await handle.close();
    await rename(part, file);
    console.log(
      `${file}: ${(statSync(file).size / 1e6).toFixed(1)} MB; ${Object.entries(rows.counts)
        .map(([t, n]) => `${n} ${t}s`)
        .join(", ")}. It holds customers and password hashes: keep it as you keep those.`,
    );
  } catch (error) {
    throw error?.code === "ENOSPC" ? new PlainError(`There is no room left for ${file}; nothing was written.`) : error;
  } finally {
    rmSync(part, { force: true });
  }
});
