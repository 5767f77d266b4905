/** Renders a page to HTML with the styles of its Ant Design controls in the head, so that the first paint is styled. */

import { PassThrough } from "node:stream";
import { text } from "node:stream/consumers";
import { createCache, extractStyle, StyleProvider } from "@ant-design/cssinjs";
import { renderToPipeableStream } from "react-dom/server";
import { type AppLoadContext, type EntryContext, type HandleErrorFunction, ServerRouter } from "react-router";
import { databaseIsLost } from "./server/database.ts";
import { log } from "./server/log.ts";

/** One cache for all pages of the process: styles are worked out once, and pages carry those met so far. */
const styles = createCache();
let extracted = { entries: -1, html: "" };

/** The style elements of the cache; worked out again only when a new control has been met. */
function styleElements(): string {
  const entries = styles.cache.size;
  if (entries !== extracted.entries) extracted = { entries, html: extractStyle(styles) };
  return extracted.html;
}

export default async function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  { nonce }: AppLoadContext,
): Promise<Response> {
  const html = await new Promise<string>((resolve, reject) => {
    const { pipe } = renderToPipeableStream(
      <StyleProvider cache={styles}>
        <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
      </StyleProvider>,
      {
        nonce,
        onAllReady() {
          const body = new PassThrough();
          text(body).then(resolve, reject);
          pipe(body);
        },
        onShellError: reject,
        onError: reject,
      },
    );
  });
  headers.set("Content-Type", "text/html; charset=utf-8");
  const withStyles = html.replace(
    "</head>",
    `${styleElements().replaceAll("<style ", `<style nonce="${nonce}" `)}</head>`,
  );
  return new Response(withStyles, { headers, status });
}

/** Faults go to the log; people see words, never a stack. */
export const handleError: HandleErrorFunction = (error, { request }) => {
  if (request.signal.aborted || error instanceof Response) return;
  const path = new URL(request.url).pathname;
  if (databaseIsLost(error)) log.error({ path }, "the database is out of reach");
  else log.error({ path, error: error instanceof Error ? error.stack : String(error) }, "fault");
};
