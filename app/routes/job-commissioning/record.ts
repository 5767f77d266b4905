/** `/jobs/:jobId/commissioning/:check`: what was seen when a check was made last. */
import { firmContext, forOpenPages } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/record";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params: { jobId, check }, context }: Route.LoaderArgs) {
  const { jobs, checkRuns } = context.get(firmContext);
  const record = (await jobs.has(jobId)) ? await checkRuns.record(jobId, check) : null;
  return record ? Response.json(record, { headers: { "Cache-Control": "no-store" } }) : refuse("not-found");
}
