/** `GET /jobs/:jobId/issued/:paper/:number`: an issued version, with the bytes that were issued. */
import { fileName } from "#routes/job-export/download.ts";
import { firmContext, forPeople, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/file";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params: { jobId, paper, number }, context }: Route.LoaderArgs) {
  requireRight(context, "issue");
  const version = Number(number);
  const found = Number.isInteger(version) && (await context.get(firmContext).issued.file(jobId, paper, version));
  if (!found) throw refuse("not-found");
  return new Response(new Uint8Array(found.pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `inline; filename="${fileName(found.title)}-${paper}-${version}.pdf"`,
      "Cache-Control": "private, no-store",
      ETag: `"${found.digest}"`,
    },
  });
}
