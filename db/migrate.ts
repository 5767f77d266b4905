/** Brings a database to the current schema; several processes may start at once. */
import path from "node:path";
import { drizzle } from "drizzle-orm/mysql2";
import { migrate } from "drizzle-orm/mysql2/migrator";
import { type Connection, createConnection } from "mysql2/promise";
import { databaseUrls } from "./urls.ts";

/** Started from the root of the checkout, built or not. */
const FOLDER = path.resolve("db/migrations");
const LOCK_SECONDS = 60;

/**
 * A connection to the first node that answers, by name: processes that name the nodes in different orders then lock
 * each other out, as a lock holds on its own node only.
 */
async function connectToFirst(text: string): Promise<Connection> {
  let last: unknown = new Error("DATABASE_URL is no address of a database");
  for (const url of databaseUrls(text).sort())
    try {
      return await createConnection(url);
    } catch (error) {
      last = error;
    }
  throw last;
}

export async function migrateDatabase(url: string, migrationsFolder = FOLDER): Promise<void> {
  const connection = await connectToFirst(url);
  try {
    await connection.query("SELECT GET_LOCK('heron-migrate', ?)", [LOCK_SECONDS]);
    await migrate(drizzle(connection), { migrationsFolder });
    await connection.query("SELECT RELEASE_LOCK('heron-migrate')");
  } finally {
    await connection.end();
  }
}
