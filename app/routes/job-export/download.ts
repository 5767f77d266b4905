/** Answers with a job's case, or what follows from it, as a file to keep. */
import type { CaseDocument } from "../../../core/case/types.ts";
import { jobsOf } from "../../server/firm-jobs.ts";
import { refuse } from "../../server/refusals.ts";
import { requirePerson } from "../../server/sessions.ts";

export const fileName = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "job";

export async function downloadJson(
  request: Request,
  jobId: string,
  kind: string,
  text: (document: CaseDocument) => string,
) {
  const person = await requirePerson(request);
  const job = await jobsOf(person.firmId).find(jobId);
  if (!job) throw refuse("not-found");
  return new Response(text(job.document), {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="${fileName(job.document.title)}.${kind}.json"`,
    },
  });
}
