/** Answers with a job, or what follows from it, as a file to keep. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { jobsOf } from "#server/firm-jobs.ts";
import { refuse } from "#server/refusals.ts";
import { requirePerson } from "#server/sessions.ts";

export const fileName = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "job";

type Content = string | Uint8Array<ArrayBuffer>;

/** @param ending what the file is called after the job, e.g. `case.json` */
export async function downloadJob(
  request: Request,
  jobId: string,
  ending: string,
  type: string,
  content: (document: CaseDocument) => Content | Promise<Content>,
): Promise<Response> {
  const person = await requirePerson(request);
  const job = await jobsOf(person.firmId).find(jobId);
  if (!job) throw refuse("not-found");
  return new Response(await content(job.document), {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${fileName(job.document.title)}.${ending}"`,
      "Cache-Control": "no-store",
    },
  });
}
