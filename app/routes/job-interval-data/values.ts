/** `/jobs/:jobId/interval-data/:digest`: the packed values; `DELETE` takes them away. */
import { answerInWords, firmContext, forOpenPages, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/values";

export const middleware: Route.MiddlewareFunction[] = [forOpenPages];

export async function loader({ params, context }: Route.LoaderArgs) {
  const found = await context.get(firmContext).intervals.find(params.jobId, params.digest);
  if (!found) throw refuse("not-found");
  return new Response(new Uint8Array(found.values), {
    // The values behind a digest never change.
    headers: { "Content-Type": "application/octet-stream", "Cache-Control": "private, max-age=3600, immutable" },
  });
}

export const action = ({ request, params: { jobId, digest }, context }: Route.ActionArgs) =>
  answerInWords(async () => {
    if (request.method !== "DELETE") return refuse("wrong-method");
    requireRight(context, "edit-case");
    const removed = await context.get(firmContext).intervals.remove(jobId, digest);
    return removed ? Response.json({ digest }) : refuse("not-found");
  });
