/** `GET /jobs/:jobId/papers/:paper.pdf`: a paper of the job as PDF; an apprentice may not issue papers. */

import { object, string } from "yup";
import { METHOD_IDS, type MethodId } from "#core/case/document/types.ts";
import { isoDay } from "#core/dates.ts";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { fileName } from "#routes/job-export/download.ts";
import { readQuery } from "#server/input.ts";
import { revisionLink } from "#server/issued-papers.ts";
import { firmContext, forPeople, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { originOf } from "#server/settings.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/route";

const query = object({ method: string<MethodId>().oneOf(METHOD_IDS) });

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = requireRight(context, "issue");
  const job = await context.get(firmContext).jobs.find(params.jobId);
  const paper = job && papersOf(job.document, codebookOf(job.document.rules)).find((p) => p.id === params.paper);
  if (!job || !paper) throw refuse("not-found");
  const { pdf } = await forJobs("paper", {
    id: paper.id,
    document: job.document,
    book: keptBookFor(job.document, job.books).book,
    method: readQuery(request, query).method,
    firm: person.firmName,
    preparedBy: person.name,
    today: isoDay(new Date()),
    origin: {
      revision: job.revision,
      version: null,
      link: revisionLink(originOf(request), params.jobId, job.revision),
    },
  });
  return new Response(new Uint8Array(pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `inline; filename="${fileName(job.document.title)}-${paper.id}.pdf"`,
      "Cache-Control": "no-store",
    },
  });
}
