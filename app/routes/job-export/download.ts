/** Answers with a job, or what follows from it, as a file to keep. */

import type { RouterContextProvider } from "react-router";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { slug } from "#core/words.ts";
import { firmContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";

export const fileName = (title: string) => slug(title) || "job";

type Content = string | Uint8Array<ArrayBuffer>;

/** An answer that the browser keeps as a file. */
export const fileToKeep = (content: Content, type: string, name: string): Response =>
  new Response(content, {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${name}"`,
      "Cache-Control": "no-store",
    },
  });

/**
 * @param context of a request that `forPeople` let in
 * @param ending what the file is called after the job, e.g. `case.json`
 */
export async function downloadJob(
  context: Readonly<RouterContextProvider>,
  jobId: string,
  ending: string,
  type: string,
  content: (document: CaseDocument, book: PriceBook, revision: number) => Content | Promise<Content>,
): Promise<Response> {
  requireRight(context, "export");
  const job = await context.get(firmContext).jobs.find(jobId);
  if (!job) throw refuse("not-found");
  const { document, books, revision } = job;
  return fileToKeep(
    await content(document, keptBookFor(document, books).book, revision),
    type,
    `${fileName(document.title)}.${ending}`,
  );
}
