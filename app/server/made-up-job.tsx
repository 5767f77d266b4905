/**
 * The survey of a made-up home, rendered as the page of a job is, without a person and a database: V8 compiles the parts
 * of an interface only after they have run for a while.
 */
import { type ComponentType, createElement } from "react";
import { createStaticHandler, createStaticRouter, type ServerBuild, StaticRouterProvider } from "react-router";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import { newCase } from "#core/laws/new-case.ts";
import { ownValue } from "#core/own-value.ts";
import type { PhotoList } from "#core/survey/photo.ts";
import type { OpenJob } from "./firm-jobs.ts";
import { toHtml } from "./to-html.ts";

const JOB = "routes/job/route";
const SURVEY = "routes/job/survey/route";

function madeUpJob() {
  const document = newCase("us-nec-2023", "A made-up home");
  const job: OpenJob = {
    id: "made-up",
    document,
    revision: 0,
    lastEdit: null,
    books: [{ version: 0, book: DEMO_BOOKS.USD }],
  };
  const photos: PhotoList = { revision: 0, photos: [] };
  return {
    rules: document.rules,
    title: document.title,
    opened: JSON.stringify({ job, photos }),
    person: { id: "nobody", name: "Nobody", role: "owner" },
    firm: "",
    today: "2026-01-01",
  };
}

/** Renders the page once. @returns its HTML, which only a test reads */
export async function renderMadeUpJob({ routes }: ServerBuild): Promise<string> {
  const loaderData = madeUpJob();
  const page = (id: string, props: object) =>
    createElement(ownValue(routes, id)?.module.default as ComponentType<object>, props);
  const params = { jobId: "made-up" };
  const handler = createStaticHandler([
    {
      id: JOB,
      path: "/jobs/:jobId",
      loader: () => loaderData,
      element: page(JOB, { loaderData, params }),
      children: [{ id: SURVEY, path: "survey", element: page(SURVEY, { params }) }],
    },
  ]);
  const context = await handler.query(new Request("http://localhost/jobs/made-up/survey"));
  if (context instanceof Response) throw new Error(`the made-up job answered ${context.status}`);
  const router = createStaticRouter(handler.dataRoutes, context);
  const html = await toHtml(<StaticRouterProvider router={router} context={context} hydrate={false} />);
  return html.toString();
}
