/** `GET /jobs/:jobId/single-line.svg`: the single line of the way that is taken, as a drawing of its own. */
import { renderToStaticMarkup } from "react-dom/server";
import { assess } from "#core/assess.ts";
import { takenWay } from "#core/decide/decision.ts";
import { keptBookFor } from "#core/estimate/kept.ts";
import { firmContext, forPeople } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { singleLineShape } from "#ui/single-line/shape.ts";
import { SingleLineDrawing } from "#ui/single-line/single-line.tsx";
import { PRINT } from "#ui/theme/palette.ts";
import type { Route } from "./+types/single-line";
import { fileName } from "./download.ts";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params, context }: Route.LoaderArgs) {
  const job = await context.get(firmContext).jobs.find(params.jobId);
  if (!job) throw refuse("not-found");
  const { document } = job;
  const way = takenWay(document, assess(document, keptBookFor(document, job.books).book));
  if (!way || way.verdict === "ruled-out") throw refuse("not-found");
  return new Response(renderToStaticMarkup(<SingleLineDrawing shape={singleLineShape(way)} palette={PRINT} />), {
    headers: {
      "Content-Type": "image/svg+xml; charset=utf-8",
      "Content-Disposition": `attachment; filename="${fileName(document.title)}-single-line.svg"`,
      "Cache-Control": "no-store",
    },
  });
}
