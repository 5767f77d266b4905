/** Answers with a job, or what follows from it, as a file to keep. */

import type { RouterContextProvider } from "react-router";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { keptBookFor } from "#core/estimate/kept.ts";
import { firmContext } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";

export const fileName = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "job";

type Content = string | Uint8Array<ArrayBuffer>;

/**
 * @param context of a request that `forPeople` let in
 * @param ending what the file is called after the job, e.g. `case.json`
 */
export async function downloadJob(
  context: Readonly<RouterContextProvider>,
  jobId: string,
  ending: string,
  type: string,
  content: (document: CaseDocument, book: PriceBook) => Content | Promise<Content>,
): Promise<Response> {
  const job = await context.get(firmContext).jobs.find(jobId);
  if (!job) throw refuse("not-found");
  return new Response(await content(job.document, keptBookFor(job.document, job.books).book), {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${fileName(job.document.title)}.${ending}"`,
      "Cache-Control": "no-store",
    },
  });
}
