/** `GET /jobs/:jobId/single-line.svg`: the single line of the way that is taken, as a drawing of its own. */
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { firmContext, forPeople, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/single-line";
import { fileName } from "./download.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params, context }: Route.LoaderArgs) {
  requireRight(context, "export");
  const job = await context.get(firmContext).jobs.find(params.jobId);
  if (!job) throw refuse("not-found");
  const { document, books } = job;
  const drawing = await forJobs("singleLine", { document, book: keptBookFor(document, books).book });
  if (!drawing) throw refuse("not-found");
  return new Response(drawing, {
    headers: {
      "Content-Type": "image/svg+xml; charset=utf-8",
      "Content-Disposition": `attachment; filename="${fileName(document.title)}-single-line.svg"`,
      "Cache-Control": "no-store",
    },
  });
}
