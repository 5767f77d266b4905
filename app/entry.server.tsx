/** Renders a page to HTML; its styles were written at build, so that the first paint is styled. */
import {
  type EntryContext,
  type HandleErrorFunction,
  isRouteErrorResponse,
  type RouterContextProvider,
  ServerRouter,
} from "react-router";
import { databaseIsLost } from "#server/database.ts";
import { faultOf, log, pathOf } from "#server/log.ts";
import { pageContext } from "#server/middleware.ts";
import { renderedPage } from "#server/rendered-pages.ts";
import { toHtml } from "#server/to-html.ts";

export default async function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  context: RouterContextProvider,
): Promise<Response> {
  const { nonce } = context.get(pageContext);
  const html = await renderedPage(request.url, routerContext, nonce, (rendered) =>
    toHtml(<ServerRouter context={rendered} url={request.url} nonce={nonce} />, nonce),
  );
  headers.set("Content-Type", "text/html; charset=utf-8");
  if (!headers.has("Cache-Control")) headers.set("Cache-Control", "no-store");
  return new Response(html, { headers, status });
}

/** Faults go to the log; people see words, never a stack. */
export const handleError: HandleErrorFunction = (error, { request }) => {
  // Expected 4xx responses and aborted requests are not logged.
  if (request.signal.aborted || error instanceof Response || isRouteErrorResponse(error)) return;
  const path = pathOf(request.url);
  if (databaseIsLost(error)) log.error({ path }, "the database is out of reach");
  else log.error({ path, ...faultOf(error) }, "fault");
};
