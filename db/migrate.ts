/** Brings a database to the current schema; several processes may start at once. */
import path from "node:path";
import { drizzle } from "drizzle-orm/mysql2";
import { migrate } from "drizzle-orm/mysql2/migrator";
import { createConnection } from "mysql2/promise";

/** Started from the root of the checkout, built or not. */
const FOLDER = path.resolve("db/migrations");
const LOCK_SECONDS = 60;

export async function migrateDatabase(url: string, migrationsFolder = FOLDER): Promise<void> {
  const connection = await createConnection(url);
  try {
    await connection.query("SELECT GET_LOCK('heron-migrate', ?)", [LOCK_SECONDS]);
    await migrate(drizzle(connection), { migrationsFolder });
    await connection.query("SELECT RELEASE_LOCK('heron-migrate')");
  } finally {
    await connection.end();
  }
}
