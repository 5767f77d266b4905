/** The one connection pool of a process. */
import { drizzle } from "drizzle-orm/mysql2";
import { createPool } from "mysql2/promise";
import * as schema from "#db/schema.ts";
import { settings } from "./settings.ts";

const pool = createPool({
  uri: settings.databaseUrl || "mysql://nobody@127.0.0.1:1/none",
  connectionLimit: 12,
  timezone: "Z",
  connectTimeout: 4000,
  enableKeepAlive: true,
});

export const database = drizzle(pool, { schema, mode: "default" });
export type Database = typeof database;
export type Transaction = Parameters<Parameters<Database["transaction"]>[0]>[0];

/** Runs a query whose values go as they are: bytes among them would be written out as digits, twice as long. */
export const executeBinary = (query: { toSQL(): { sql: string; params: unknown[] } }) => {
  const { sql, params } = query.toSQL();
  return pool.execute(sql, params as Parameters<typeof pool.execute>[1]);
};

export const closeDatabase = () => pool.end();

const LOST = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "PROTOCOL_CONNECTION_LOST",
  "ER_SERVER_SHUTDOWN",
  "ER_CON_COUNT_ERROR",
]);

/** Whether an error says that the database is out of reach (rather than that a query is wrong). */
export function databaseIsLost(error: unknown): boolean {
  for (let at = error; at instanceof Error; at = at.cause)
    if (LOST.has((at as { code?: string }).code ?? "")) return true;
  return false;
}
