/** `POST /jobs/:jobId/presence`: says which field the person is in, so that others who have the job open see it there. */
import { readForm } from "#server/input.ts";
import { standIn } from "#server/job-watch.ts";
import { forOpenPages, personContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/route";
import { FORM } from "./forms.ts";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function action({ request, params: { jobId }, context }: Route.ActionArgs) {
  if (request.method !== "POST") return refuse("wrong-method");
  const { value } = await readForm(request, FORM);
  if (!value) return refuse("bad-request");
  // Only who listens to a job of the own firm already is in it.
  standIn(jobId, context.get(personContext).sessionId, value.field);
  return new Response(null, { status: 204 });
}

export const loader = () => refuse("wrong-method");
