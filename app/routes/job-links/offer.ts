/** `GET /jobs/:jobId/offer`: the quote as the customer will see it, before it is issued. */
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { codebookOf } from "#core/rules/index.ts";
import { customerPage } from "#customer-page/render.ts";
import { placeOn, placePicture } from "#routes/customer-page/view.ts";
import { firmContext, forPeople, pageContext, requireRight } from "#server/middleware.ts";
import { refuse } from "#server/refusals.ts";
import { forJobs } from "#server/work.ts";
import type { Route } from "./+types/offer";

export const middleware: Route.MiddlewareFunction[] = [forPeople];

export async function loader({ params: { jobId }, context }: Route.LoaderArgs) {
  const person = requireRight(context, "issue");
  const { jobs, photos } = context.get(firmContext);
  const job = await jobs.find(jobId);
  if (!job) throw refuse("not-found");
  const { document, books } = job;
  const offer = await forJobs("offer", { document, book: keptBookFor(document, books).book });
  const picture = placePicture((await photos.list(jobId))?.photos ?? []);
  const html = customerPage(
    {
      firmName: person.firmName,
      base: null,
      name: document.enquiry?.customer ?? "",
      address: document.enquiry?.address || document.title,
      conventions: codebookOf(document.rules).conventions,
      asks: "quote",
      shown: { kind: "offer", ...offer },
      issued: null,
      isPreview: true,
      answer: null,
      notAcceptable: null,
      messages: [],
      place: picture && placeOn(picture, `/jobs/${jobId}/photos/${picture.id}`),
      askId: "preview",
      problems: {},
      typed: {},
    },
    context.get(pageContext).nonce,
  );
  return new Response(html, { headers: { "Content-Type": "text/html; charset=utf-8", "Cache-Control": "no-store" } });
}
