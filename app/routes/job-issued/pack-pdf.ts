/** `GET /jobs/:jobId/pack.pdf`: the newest version of each issued paper, as one PDF. */
import { fileName, fileToKeep } from "#routes/job-export/download.ts";
import { forPeople, requireRight } from "#server/middleware.ts";
import { packsOf } from "#server/packs.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/pack-pdf";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params, context }: Route.LoaderArgs) {
  const { firmId, firmName } = requireRight(context, "issue");
  const pack = await packsOf(firmId).pdf(params.jobId, firmName);
  if (!pack) throw refuse("not-found");
  return fileToKeep(new Uint8Array(pack.file), "application/pdf", `${fileName(pack.title)}-papers.pdf`);
}
