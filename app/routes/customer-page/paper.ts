/** `GET /for/:token/paper.pdf`: the issued paper of a link. */
import { fileName } from "#routes/job-export/download.ts";
import { issuedOf } from "#server/issued-papers.ts";
import { refuse } from "#server/refusals.ts";
import type { Route } from "./+types/paper";
import { linkOf } from "./view.ts";

export async function loader({ params: { token }, context }: Route.LoaderArgs) {
  const { issued, firmId, jobId } = await linkOf(token, context);
  const found = issued && (await issuedOf(firmId).file(jobId, issued.paper, issued.number));
  if (!issued || !found) throw refuse("not-found");
  return new Response(new Uint8Array(found.pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `inline; filename="${fileName(found.title)}-${issued.paper}-${issued.number}.pdf"`,
      "Cache-Control": "no-store",
      "X-Robots-Tag": "noindex, nofollow",
    },
  });
}
