/**
 * `/health`: 200 while this process can work, so that a proxy may route requests here; otherwise 503. In a cluster it
 * names the database node in use.
 */
import { sql } from "drizzle-orm";
import { database, nodesInfo } from "#server/database.ts";
import { refuse } from "#server/refusals.ts";
import { isStopping } from "#server/stopping.ts";

export async function loader() {
  if (isStopping()) return refuse("stopping");
  try {
    await database.execute(sql`select 1`);
  } catch {
    return refuse("database-away");
  }
  const { count, node, isFallback, lost } = nodesInfo();
  const lines = [
    "ready",
    ...(count > 1 ? [`database ${node}${isFallback ? ", in place of the first one" : ""}`] : []),
    ...lost.map((name) => `lost ${name}`),
  ];
  return new Response(`${lines.join("\n")}\n`, { headers: { "Cache-Control": "no-store" } });
}
