/** `/jobs/:jobId/energy`: what the charge points of a job took, by the quarter of an hour, in the last 400 days. */
import { firmContext, forOpenPages } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/energy";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

const SINCE_MS = 400 * 24 * 3_600_000;

export async function loader({ params, context }: Route.LoaderArgs) {
  const { chargePoints, jobs } = context.get(firmContext);
  if (!(await jobs.has(params.jobId))) return refuse("not-found");
  const quarters = await chargePoints.quarters(params.jobId, new Date(Date.now() - SINCE_MS));
  return Response.json(quarters, { headers: { "Cache-Control": "no-store" } });
}
