/** The HTTP server: static files, the checks before every route, then React Router. */
import "#core/rules/editions.ts";
import path from "node:path";
import compression from "compression";
import express, { type NextFunction, type Request, type Response } from "express";
import packed from "express-static-gzip";
import { createRequestHandler, type RouterContextProvider, type ServerBuild } from "react-router";
import { STEP_IDS } from "#core/case/fields/steps.ts";
import { migrateDatabase } from "#db/migrate.ts";
import { startHub, upgradeToHub } from "./chargers/hub.ts";
import { stopCheckRuns } from "./commissioning/runs.ts";
import { closeDatabase } from "./database.ts";
import {
  bodySize,
  closeUnfinished,
  knowSender,
  nonceOf,
  routedPath,
  sameOrigin,
  securityHeaders,
  soundAddress,
} from "./guard.ts";
import { indexOutdatedWords } from "./job-list.ts";
import { faultOf, log } from "./log.ts";
import { measureRequests, serveMetrics } from "./metrics.ts";
import { pageContext } from "./middleware.ts";
import { startPost } from "./post.ts";
import { settings } from "./settings.ts";
import { forgetOldAttempts } from "./sign-in-attempts.ts";
import { beginStopping } from "./stopping.ts";
import { answerBy } from "./web.ts";
import { endWork, renderInThread, startRendering } from "./work.ts";

export { renderPage, warmUp } from "./render-page.ts";

export function createApp(build: ServerBuild, clientFolder: string): express.Express {
  const app = express();
  app.disable("x-powered-by");
  app.set("trust proxy", settings.trustedProxies);
  if (settings.metricsPort > 0) app.use(measureRequests);
  app.use(nonceOf, securityHeaders, closeUnfinished, knowSender, soundAddress, sameOrigin, bodySize);
  // An event stream must reach the page line by line, so it is not compressed.
  app.use(
    compression({
      filter: (req, res) => !/event-stream/.test(String(res.getHeader("Content-Type"))) && compression.filter(req, res),
    }),
  );
  app.use(
    "/assets",
    packed(path.join(clientFolder, "assets"), {
      enableBrotli: true,
      orderPreference: ["br", "gz"],
      serveStatic: { immutable: true, maxAge: "1y" },
    }),
  );
  // The browser asks for this one itself, to see whether it is a new one.
  app.get("/service-worker.js", (_request, response) =>
    response.sendFile(path.join(clientFolder, "service-worker.js"), {
      cacheControl: false,
      headers: { "Cache-Control": "no-cache" },
    }),
  );
  app.use(express.static(clientFolder, { maxAge: "1h", index: false }));
  app.use(jobPages);
  const handler = createRequestHandler(build, process.env.NODE_ENV);
  app.use((request, response) => answerBy(handler, request, response));
  return app;
}

const JOB_PAGE = new RegExp(`^/jobs/[^/]+/(${STEP_IDS.join("|")})$`);

/** Pages of jobs are rendered in threads; data requests, which render nothing, are answered here. */
function jobPages(request: Request, response: Response, next: NextFunction): Promise<void> | void {
  const isPage = request.method === "GET" && !/\.data$/i.test(request.path);
  if (!isPage || !JOB_PAGE.test(routedPath(request.path) ?? "")) return next();
  return answerBy(renderJobPage, request, response);
}

async function renderJobPage({ url, headers }: globalThis.Request, context: RouterContextProvider) {
  const { nonce, address } = context.get(pageContext);
  const page = { url, headers: [...headers], nonce, address };
  const { body, ...init } = await renderInThread(page, headers.get("cookie") ?? address);
  return new globalThis.Response(body, init);
}

/** Time to finish running responses. */
const LAST_ANSWERS_MS = 1000;
const REQUEST_MS = 150_000;
const HEADERS_MS = 15_000;
/** Longer than proxies usually keep an idle connection, so that none sends a request while the server closes it. */
const KEEP_ALIVE_MS = 65_000;
const SWEEP_MS = 10 * 60 * 1000;

/** Migrates, listens, and shuts down gracefully on a signal. */
export async function startServer(): Promise<void> {
  await migrateDatabase(settings.databaseUrl);
  await indexOutdatedWords();
  const build = (await import("virtual:react-router/server-build")) as unknown as ServerBuild;
  const app = createApp(build, path.resolve("build", "client"));
  const server = app.listen(settings.port, settings.host, (error) => {
    if (error) {
      log.fatal({ reason: error.message }, "cannot listen");
      process.exit(1);
    }
    console.log(
      `\n  Heron is at http://${settings.host === "127.0.0.1" ? "localhost" : settings.host}:${settings.port}\n`,
    );
  });
  server.on("upgrade", upgradeToHub);
  const stopHub = startHub();
  // A whole request, its body too, arrives within this.
  server.requestTimeout = REQUEST_MS;
  server.headersTimeout = HEADERS_MS;
  server.keepAliveTimeout = KEEP_ALIVE_MS;
  // Without them pages are rendered all the same, the first ones later.
  startRendering().catch((error: unknown) => log.warn(faultOf(error), "threads that render pages did not start"));
  setInterval(() => void forgetOldAttempts().catch(() => {}), SWEEP_MS).unref();
  const stopPost = startPost();
  const metrics = settings.metricsPort > 0 ? serveMetrics(settings.metricsPort, settings.metricsHost) : null;
  const stop = () => {
    beginStopping();
    stopPost();
    stopCheckRuns();
    stopHub();
    metrics?.close();
    server.close(() => Promise.all([closeDatabase(), endWork()]).finally(() => process.exit(0)));
    server.closeIdleConnections();
    // Event streams would never end by themselves.
    setTimeout(() => server.closeAllConnections(), LAST_ANSWERS_MS);
  };
  process.once("SIGTERM", stop);
  process.once("SIGINT", stop);
}
