/**
 * Between Express and React Router: a request is handed on once its body is complete, and an answer is sent as fast as
 * it is read.
 */
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { Request as ExpressRequest, Response as ExpressResponse } from "express";
import { RouterContextProvider } from "react-router";
import { MOST_FORM_BYTES } from "#core/limits.ts";
import { receiveBody } from "./body.ts";
import { openLink } from "./customer-links.ts";
import { FairQueue } from "./fair-queue.ts";
import { mayStream, refuseWith } from "./guard.ts";
import { pageContext } from "./middleware.ts";
import { withReceivedBody } from "./received-body.ts";
import { currentSender } from "./sender.ts";
import { signedIn } from "./sessions.ts";

const addressOf = (request: ExpressRequest): string =>
  `${request.protocol}://${request.get("host") ?? "localhost"}${request.originalUrl}`;

const headersOf = (request: ExpressRequest): [string, string][] =>
  Object.entries(request.headers).flatMap(([name, value]): [string, string][] =>
    value === undefined ? [] : [[name, Array.isArray(value) ? value.join(", ") : value]],
  );

/** The address that takes pictures of a customer: its token says who sends. Paths keep the case of their letters. */
const CUSTOMER_PICTURES = /^\/for\/([\w-]{20,100})\/pictures\/?$/;

/**
 * The sender of a body, for shares of unfinished bodies; large bodies are accepted from signed-in people only, and
 * from customers at the address of their link.
 */
async function senderOf(request: ExpressRequest, length: number): Promise<string | null> {
  if (length <= MOST_FORM_BYTES) return request.ip ?? "unknown";
  const [, token] = CUSTOMER_PICTURES.exec(request.path) ?? [];
  if (token) {
    const link = await openLink(token);
    return link ? `link ${link.id}` : null;
  }
  const person = await signedIn(new Request(addressOf(request), { headers: headersOf(request) }));
  return person?.id ?? null;
}

/** Requests with a body begin one by one, so that a crowd of them leaves room for the pages of others. */
const arrivals = new FairQueue({ atOnce: 1, mostWaiting: 2000, mostWaitingOfOne: 400, mostWaitingOfFirm: 800 });
const nextTurnOfEventLoop = () => new Promise<void>((resolve) => setImmediate(resolve));

type Handler = (request: Request, context: RouterContextProvider) => Promise<Response>;

/** Answers a request by a handler of web requests. */
export async function answerBy(handler: Handler, request: ExpressRequest, response: ExpressResponse): Promise<void> {
  const { signal } = currentSender();
  try {
    const hasBody = request.method !== "GET" && request.method !== "HEAD";
    const length = hasBody ? Number(request.headers["content-length"] ?? "0") : 0;
    let body: ArrayBuffer | null = null;
    if (length > 0) {
      const sender = await senderOf(request, length);
      if (sender === null) return refuseWith(response, "signed-out");
      body = await receiveBody(request, sender, length);
      await arrivals.run(currentSender(), nextTurnOfEventLoop);
    }
    const context = new RouterContextProvider(
      new Map([
        [
          pageContext,
          {
            nonce: response.locals.nonce as string,
            address: request.ip ?? "",
            mayStream: mayStream(request),
            unsentBytes: () => response.writableLength,
          },
        ],
      ]),
    );
    const { method } = request;
    const init = { method, headers: headersOf(request), signal: signal ?? null };
    const answer = withReceivedBody(body, () => handler(new Request(addressOf(request), init), context));
    await send(await answer, request, response);
  } catch (error) {
    if (signal?.aborted) return;
    if (!(error instanceof Response)) throw error;
    await send(error, request, response);
  }
}

async function send(answer: Response, request: ExpressRequest, response: ExpressResponse): Promise<void> {
  response.status(answer.status);
  if (answer.statusText) response.statusMessage = answer.statusText;
  for (const [name, value] of answer.headers) response.append(name, value);
  if (!answer.body || request.method === "HEAD") {
    await answer.body?.cancel();
    response.end();
    return;
  }
  response.flushHeaders();
  // A browser that leaves in the middle is no fault.
  await pipeline(Readable.fromWeb(answer.body as Parameters<typeof Readable.fromWeb>[0]), response).catch(() => {});
}
