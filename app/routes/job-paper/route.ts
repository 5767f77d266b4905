/** `GET /jobs/:jobId/papers/:paper.pdf`: a paper of the job as PDF; an apprentice may not issue papers. */

import { object, string } from "yup";
import { METHOD_IDS, type MethodId } from "#core/case/document/types.ts";
import { fileName } from "#routes/job-export/download.ts";
import { readQuery } from "#server/input.ts";
import { firmContext, forPeople, requireRight } from "#server/middleware.ts";
import { paperOrder } from "#server/paper-order.ts";
import { refuse } from "#server/refusals.ts";
import { originOf } from "#server/settings.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/route";

const query = object({ method: string<MethodId>().oneOf(METHOD_IDS) });

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const person = requireRight(context, "issue");
  const { jobs, issued } = context.get(firmContext);
  const job = await jobs.find(params.jobId);
  if (!job) throw refuse("not-found");
  const { method } = readQuery(request, query);
  const order = await paperOrder(job, person, {
    paper: params.paper,
    ...(method && { method }),
    version: null,
    origin: originOf(request),
    issued: params.paper === "job-record" ? await issued.inWords(params.jobId) : [],
  });
  const { pdf } = await forJobs("paper", order);
  return new Response(new Uint8Array(pdf), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": `inline; filename="${fileName(job.document.title)}-${order.id}.pdf"`,
      "Cache-Control": "no-store",
    },
  });
}
