/** The HTTP server: static files, the checks before every route, then React Router. */
import "#core/codebook/editions.ts";
import path from "node:path";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import packed from "express-static-gzip";
import { RouterContextProvider, type ServerBuild } from "react-router";
import { migrateDatabase } from "#db/migrate.ts";
import { closeDatabase } from "./database.ts";
import { bodySize, nonce, sameOrigin, securityHeaders } from "./guard.ts";
import { log } from "./log.ts";
import { pageContext } from "./middleware.ts";
import { settings } from "./settings.ts";

export function createApp(build: ServerBuild, clientFolder: string): express.Express {
  const app = express();
  app.disable("x-powered-by");
  app.use(nonce, securityHeaders, sameOrigin, bodySize);
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
  app.use(
    createRequestHandler({
      build,
      getLoadContext: (request, response) =>
        new RouterContextProvider(
          new Map([[pageContext, { nonce: response.locals.nonce, address: request.socket.remoteAddress ?? "" }]]),
        ),
    }),
  );
  return app;
}

/** Migrates, listens, and closes in order when told to stop. */
export async function serve(): Promise<void> {
  await migrateDatabase(settings.databaseUrl);
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
  const stop = () => {
    server.close(() => closeDatabase().finally(() => process.exit(0)));
    server.closeAllConnections();
  };
  process.once("SIGTERM", stop);
  process.once("SIGINT", stop);
}
