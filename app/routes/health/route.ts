/** `/health`: 200 while this process can do its work, so that a proxy may send people here; else 503. */
import { sql } from "drizzle-orm";
import { database } from "#server/database.ts";
import { refuse } from "#server/refusals.ts";
import { isStopping } from "#server/stopping.ts";

export async function loader() {
  if (isStopping()) return refuse("stopping");
  try {
    await database.execute(sql`select 1`);
    return new Response("ready\n", { headers: { "Cache-Control": "no-store" } });
  } catch {
    return refuse("database-away");
  }
}
