/**
 * Connections to one MariaDB, or to the nodes of a cluster: to the first node that answers. When that node is lost the
 * next one is taken, and when it is back it is taken again.
 */
import { isMainThread } from "node:worker_threads";
import { createPool, type Pool, type PoolConnection } from "mysql2/promise";

/** The thread that answers has most to ask; each thread that renders pages has a few connections of its own. */
const CONNECTIONS_OF_NODE = isMainThread ? 12 : 4;
const CONNECT_MS = 4000;
/** How often a lost node is asked whether it is back. */
const PROBE_MS = 1000;

/** The connection broke, or none was made. */
const LOST = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "EHOSTUNREACH",
  "ENOTFOUND",
  "PROTOCOL_CONNECTION_LOST",
  "ER_SERVER_SHUTDOWN",
  "ER_CON_COUNT_ERROR",
]);
/** Nothing of the statement was done: no connection was made, or the node is not part of a working cluster. */
const NOT_DONE = new Set(["ECONNREFUSED", "EHOSTUNREACH", "ENOTFOUND", "ER_UNKNOWN_COM_ERROR", "ER_CON_COUNT_ERROR"]);
/** Another write at the same time came first; the statement was rolled back. */
const ROLLED_BACK = new Set(["ER_LOCK_DEADLOCK", "ER_LOCK_WAIT_TIMEOUT"]);

/** The codes of an error and of its causes. */
export function codesOf(error: unknown): string[] {
  const codes: string[] = [];
  for (let at = error; at instanceof Error; at = at.cause) {
    const { code, message } = at as { code?: unknown; message: string };
    if (typeof code === "string") codes.push(code);
    // A connection of the pool that was closed meanwhile has no code.
    if (/connection is in closed state|Pool is closed/i.test(message)) codes.push("PROTOCOL_CONNECTION_LOST");
    if (/WSREP has not yet prepared node/i.test(message)) codes.push("ER_UNKNOWN_COM_ERROR");
  }
  return codes;
}
const hasCode = (error: unknown, codes: ReadonlySet<string>): boolean => codesOf(error).some((code) => codes.has(code));

/** Whether the database is out of reach (rather than that a query is wrong). */
export const isLost = (error: unknown): boolean => hasCode(error, LOST) || hasCode(error, NOT_DONE);
/** Whether certainly nothing was done, so that doing it on another node does it once. */
export const isNotDone = (error: unknown): boolean => hasCode(error, NOT_DONE);
export const isRolledBack = (error: unknown): boolean => hasCode(error, ROLLED_BACK);

interface Node {
  name: string;
  pool: Pool;
  isLost: boolean;
}

export interface NodesInfo {
  /** Host and port of the node that is used. */
  node: string;
  /** Whether it is another than the first one. */
  isFallback: boolean;
  /** Nodes that did not answer when they were asked last. */
  lost: string[];
}

export class DatabaseNodes {
  private readonly nodes: Node[];
  private hasEnded = false;

  constructor(urls: readonly string[]) {
    this.nodes = urls.map((uri) => {
      const pool = createPool({
        uri,
        connectionLimit: CONNECTIONS_OF_NODE,
        timezone: "Z",
        connectTimeout: CONNECT_MS,
        enableKeepAlive: true,
      });
      // Writes through another node must be visible before anything is read.
      if (urls.length > 1)
        pool.pool.on("connection", (connection) => void connection.query("set session wsrep_sync_wait = 7"));
      return { name: new URL(uri).host, pool, isLost: false };
    });
  }

  get size(): number {
    return this.nodes.length;
  }

  info(): NodesInfo {
    const used = this.usable()[0] ?? this.nodes[0];
    return {
      node: used?.name ?? "",
      isFallback: used !== this.nodes[0],
      lost: this.nodes.filter((node) => node.isLost).map((node) => node.name),
    };
  }

  /** The nodes that work, in order; all of them where none is known to work. */
  private usable(): Node[] {
    const usable = this.nodes.filter((node) => !node.isLost);
    return usable.length > 0 ? usable : this.nodes;
  }

  /** Leaves a node out until it answers again. */
  private leaveOut(node: Node): void {
    if (node.isLost || this.nodes.length === 1) return;
    node.isLost = true;
    const probe = async () => {
      if (this.hasEnded) return;
      try {
        await node.pool.query("select 1");
        node.isLost = false;
      } catch {
        setTimeout(probe, PROBE_MS).unref();
      }
    };
    setTimeout(probe, PROBE_MS).unref();
  }

  /** Does work on the first node that can do it; on the next one where certainly nothing was done. */
  private async onNode<T>(work: (node: Node) => Promise<T>, mayRepeat: (error: unknown) => boolean): Promise<T> {
    let last: unknown = new Error("there is no database");
    for (const node of this.usable())
      try {
        return await work(node);
      } catch (error) {
        last = error;
        if (!isLost(error)) throw error;
        this.leaveOut(node);
        if (!mayRepeat(error)) throw error;
      }
    throw last;
  }

  /** A connection that works, for a transaction. */
  connection(): Promise<PoolConnection> {
    return this.onNode(async ({ pool }) => {
      const connection = await pool.getConnection();
      if (this.nodes.length === 1) return connection;
      try {
        await connection.query("select 1");
        return connection;
      } catch (error) {
        connection.destroy();
        throw error;
      }
    }, isLost);
  }

  /** One statement by itself. Reading is repeated on another node whenever a node is lost, writing where it was not done. */
  query: Pool["query"] = ((statement: string | { sql: string }, ...rest: unknown[]) => {
    const text = typeof statement === "string" ? statement : statement.sql;
    const mayRepeat = /^\s*\(?select\b/i.test(text) ? isLost : isNotDone;
    return this.onNode(({ pool }) => pool.query(statement as never, ...(rest as [])), mayRepeat);
  }) as Pool["query"];

  async end(): Promise<void> {
    this.hasEnded = true;
    await Promise.all(this.nodes.map(({ pool }) => pool.end()));
  }
}
