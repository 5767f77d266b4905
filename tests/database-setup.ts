/** A private MariaDB for the database tests, made new and thrown away afterwards. */
import { mkdtempSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { migrateDatabase } from "#db/migrate.ts";
import { startDatabase } from "../scripts/database.mjs";

export default async function setup() {
  const folder = mkdtempSync(path.join(os.tmpdir(), "heron-test-"));
  const database = await startDatabase({ folder });
  await migrateDatabase(database.url).catch(async (error: unknown) => {
    await database.stop();
    throw error;
  });
  process.env.DATABASE_URL = database.url;
  process.env.HERON_LOG = "silent";
  return async () => {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
