/** Metrics of a process on a port of its own: counts and times, no names, no paths. */
import { createServer, type Server } from "node:http";
import type { NextFunction, Request, Response } from "express";
import { collectDefaultMetrics, Gauge, Histogram, Registry } from "prom-client";
import { watchedJobs } from "./job-watch.ts";
import { waitingTasks } from "./work.ts";

const registry = new Registry();
collectDefaultMetrics({ register: registry, prefix: "heron_" });

const answers = new Histogram({
  name: "heron_http_seconds",
  help: "Time from a request to the end of its answer; event streams are left out.",
  labelNames: ["method", "route", "status"],
  buckets: [0.01, 0.03, 0.1, 0.2, 0.5, 1, 2, 5, 20],
  registers: [registry],
});
new Gauge({
  name: "heron_waiting",
  help: "Tasks that wait for a place: worker threads, passwords, pictures.",
  labelNames: ["place"],
  registers: [registry],
  collect() {
    for (const [place, count] of Object.entries(waitingTasks())) this.set({ place }, count);
  },
});
new Gauge({
  name: "heron_event_streams",
  help: "Open pages that are told of changes.",
  registers: [registry],
  collect() {
    this.set(watchedJobs());
  },
});

const KNOWN = new Set(["jobs", "people", "account", "prices", "sign-in", "sign-out", "health", "recorders", "assets"]);
const PARTS = new Set(["survey", "demand", "need", "ways", "circuit", "papers", "photos", "edits", "interval-data"]);

/** The kind of address, so that there are few of them: `/jobs/*` with its part. */
export function routeOf(path: string): string {
  const [first = "", , part = ""] = path.split("/").slice(1);
  if (first === "") return "/";
  if (!KNOWN.has(first)) return "other";
  const named = part.replace(/\.data$/, "");
  return first === "jobs" && PARTS.has(named) ? `/jobs/*/${named}` : `/${first}`;
}

export function measureRequests(request: Request, response: Response, next: NextFunction): void {
  const end = answers.startTimer();
  response.once("finish", () => {
    if (/event-stream/.test(String(response.getHeader("Content-Type")))) return;
    end({ method: request.method, route: routeOf(request.path), status: response.statusCode });
  });
  next();
}

/** Answers `GET /metrics` on loopback, for a collector on the same machine. */
export function serveMetrics(port: number, host: string): Server {
  return createServer(async (request, response) => {
    if (request.url !== "/metrics") return void response.writeHead(404).end();
    response.setHeader("Content-Type", registry.contentType);
    response.end(await registry.metrics());
  }).listen(port, host);
}
