/**
 * Pages of a job, rendered in a worker thread: the largest home takes a second to assess and to draw, and meanwhile the
 * thread that answers stays free. The thread loads the same build as the process, with connections of its own.
 */
import "#core/rules/editions.ts";
import os from "node:os";
import { isMainThread } from "node:worker_threads";
import { createRequestHandler, RouterContextProvider, type ServerBuild } from "react-router";
import { BEHIND_ANSWERS } from "../work/thread.ts";
import { renderMadeUpJob } from "./made-up-job.tsx";
import { pageContext } from "./middleware.ts";
import { asSender } from "./sender.ts";

// The process loads this module, too.
if (!isMainThread) os.setPriority(BEHIND_ANSWERS);

export interface PageRequest {
  url: string;
  headers: [string, string][];
  nonce: string;
  address: string;
}
export interface RenderedPage {
  status: number;
  headers: [string, string][];
  body: ArrayBuffer;
}

const loadBuild = async () =>
  // The module exists only in the build of the server.
  (await import("virtual:react-router/server-build")) as unknown as ServerBuild;
let handler: Promise<ReturnType<typeof createRequestHandler>> | null = null;
const loadHandler = async () => createRequestHandler(await loadBuild(), process.env.NODE_ENV);

/** Loads and runs what a page and a job's page need, so that the first person does not wait for it. */
export async function warmUp(): Promise<void> {
  await renderPage({ url: "http://localhost/sign-in", headers: [], nonce: "", address: "" });
  await renderMadeUpJob(await loadBuild());
}

/** The task of a page thread: answers a GET request. */
export async function renderPage({ url, headers, nonce, address }: PageRequest): Promise<RenderedPage> {
  handler ??= loadHandler();
  const answer = await handler;
  const context = new RouterContextProvider(
    new Map([[pageContext, { nonce, address, mayStream: false, unsentBytes: () => 0 }]]),
  );
  const response = await asSender({ one: address, firm: address }, () =>
    answer(new Request(url, { headers }), context),
  );
  return { status: response.status, headers: [...response.headers], body: await response.arrayBuffer() };
}
