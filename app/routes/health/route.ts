/** `/health`: 200 while the database answers, else 503. */
import { sql } from "drizzle-orm";
import { database } from "#server/database.ts";
import { refuse } from "#server/refusals.ts";

export async function loader() {
  try {
    await database.execute(sql`select 1`);
    return new Response("ok\n");
  } catch {
    return refuse("database-away");
  }
}
