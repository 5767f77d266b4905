/** `GET /jobs/:jobId/offer`: the quote as the customer will see it, before it is issued. */
import { createElement } from "react";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import { codebookOf } from "#core/rules/index.ts";
import { CustomerPage, type CustomerView } from "#customer-page/page.tsx";
import { pageAnswer } from "#customer-page/render.ts";
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
  const { conventions } = codebookOf(document.rules);
  const view: CustomerView = {
    firmName: person.firmName,
    base: null,
    name: document.enquiry?.customer ?? "",
    address: document.enquiry?.address || document.title,
    conventions,
    asks: "quote",
    shown: { kind: "offer", ...offer },
    issued: null,
    isPreview: true,
    answer: null,
    isNotToBeUsed: false,
    notAcceptable: null,
    messages: [],
    place: placeOn(document, picture, `/jobs/${jobId}/photos/${picture?.id ?? ""}`),
    askId: "preview",
    problems: {},
    typed: {},
  };
  const body = createElement(CustomerPage, { view });
  return pageAnswer({ language: conventions.locale, body, script: "sign", nonce: context.get(pageContext).nonce });
}
