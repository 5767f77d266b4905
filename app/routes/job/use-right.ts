/** Whether the person who has the job open has a right, so that nothing is offered that would be refused. */
import { useRouteLoaderData } from "react-router";
import { hasRight, type Right } from "#core/firm/rights.ts";
import type { loader } from "./route.tsx";

export function useRight(right: Right): boolean {
  const job = useRouteLoaderData<typeof loader>("routes/job/route");
  return job !== undefined && hasRight(job.person.role, right);
}
