/** The database of a process: queries, and transactions that are tried again where another write came first. */
import { setTimeout as wait } from "node:timers/promises";
import { drizzle } from "drizzle-orm/mysql2";
import type { PoolConnection } from "mysql2/promise";
import * as schema from "#db/schema.ts";
import { databaseUrls } from "#db/urls.ts";
import { codesOf, DatabaseNodes, isLost, isNotDone, isRolledBack, type NodesInfo } from "./database-nodes.ts";
import { settings } from "./settings.ts";

const urls = databaseUrls(settings.databaseUrl);
const nodes = new DatabaseNodes(urls.length > 0 ? urls : ["mysql://nobody@127.0.0.1:1/none"]);

/** Work is tried again for so long; a page asks again after it. */
const TRY_AGAIN_FOR_MS = 10_000;
const LONGEST_WAIT_MS = 300;

/** Does work again where it was rolled back because of another write at the same time. */
async function tryAgain<T>(work: () => Promise<T>, maySucceed: (error: unknown) => boolean): Promise<T> {
  const from = performance.now();
  for (let tries = 1; ; tries++)
    try {
      return await work();
    } catch (error) {
      if (performance.now() - from > TRY_AGAIN_FOR_MS || !maySucceed(error)) throw error;
      await wait(Math.random() * Math.min(LONGEST_WAIT_MS, 10 * 2 ** tries));
    }
}

/** The client interface that Drizzle needs: single statements, each atomic. */
const client = {
  query: ((...args: Parameters<DatabaseNodes["query"]>) =>
    tryAgain(() => nodes.query(...args), isRolledBack)) as DatabaseNodes["query"],
};

const drizzled = (on: unknown) => drizzle(on as PoolConnection, { schema, mode: "default" });

export const database = drizzled(client);
export type Database = typeof database;
/** A connection with a transaction that was begun by `inTransaction`. */
export type Transaction = Database;

const connections = new WeakMap<Transaction, PoolConnection>();

/** Fails where the connection is lost while it is not known whether the transaction was committed. */
class CommitUnknown extends Error {}

/**
 * Does work in one transaction. It is done again where the database rolled it back because of another write, or where
 * the node was lost before the commit.
 * @param work may run several times, so it changes nothing outside the transaction
 */
export const inTransaction = <T>(work: (tx: Transaction) => Promise<T>): Promise<T> =>
  tryAgain(
    () => transactionOnce(work),
    (error) => isRolledBack(error) || (nodes.size > 1 && isLost(error) && !(error instanceof CommitUnknown)),
  );

async function transactionOnce<T>(work: (tx: Transaction) => Promise<T>): Promise<T> {
  const connection = await nodes.connection();
  const tx = drizzled(connection);
  connections.set(tx, connection);
  let isUsable = true;
  try {
    await connection.query("begin");
    const result = await work(tx);
    await commit(connection);
    return result;
  } catch (error) {
    isUsable =
      !isLost(error) &&
      (await connection.query("rollback").then(
        () => true,
        () => false,
      ));
    throw error;
  } finally {
    if (isUsable) connection.release();
    else connection.destroy();
  }
}

async function commit(connection: PoolConnection): Promise<void> {
  try {
    await connection.query("commit");
  } catch (error) {
    if (isLost(error) && !isNotDone(error)) throw new CommitUnknown("the connection was lost", { cause: error });
    throw error;
  }
}

/**
 * Runs a query of a transaction whose values are sent in binary: bytes would be written out as digits otherwise, twice
 * as long.
 */
export const executeBinary = (query: { toSQL(): { sql: string; params: unknown[] } }, tx: Transaction) => {
  const { sql, params } = query.toSQL();
  const connection = connections.get(tx);
  if (!connection) throw new Error("this is no transaction");
  return connection.execute(sql, params as Parameters<typeof connection.execute>[1]);
};

/** Which node of the database is used, and which are lost. */
export const nodesInfo = (): NodesInfo & { count: number } => ({ ...nodes.info(), count: nodes.size });

export const closeDatabase = () => nodes.end();

/** Whether an error says that the database is out of reach (rather than that a query is wrong). */
export const databaseIsLost = isLost;

/** Whether other writes came first again and again. */
export const databaseIsBusy = isRolledBack;

const FULL = new Set(["ER_DISK_FULL", "ER_RECORD_FILE_FULL", "ER_ERROR_ON_WRITE", "ER_ERROR_DURING_COMMIT", "ENOSPC"]);

/** Whether an error says that there is no room left to write. */
export const diskIsFull = (error: unknown): boolean => codesOf(error).some((code) => FULL.has(code));
