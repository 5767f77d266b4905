import { once } from "node:events";
import type { AddressInfo } from "node:net";
import { expect, it } from "vitest";
import { routeOf, serveMetrics } from "./metrics.ts";

it.each([
  ["/", "/"],
  ["/jobs/tidewrack-kelp-row/survey", "/jobs/*/survey"],
  ["/jobs/tidewrack-kelp-row/survey.data", "/jobs/*/survey"],
  ["/jobs/tidewrack-kelp-row", "/jobs"],
  ["/jobs/tidewrack-kelp-row/photos/secret", "/jobs/*/photos"],
  ["/password/a-token", "other"],
  ["/wp-login.php", "other"],
  ["/assets/entry-1.js", "/assets"],
])("%s is counted as %s", (path, route) => {
  expect(routeOf(path)).toBe(route);
});

it("serves metrics on a port of its own, and answers other paths with 404", async () => {
  const server = serveMetrics(0, "127.0.0.1");
  await once(server, "listening");
  const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const told = await (await fetch(`${at}/metrics`)).text();
  for (const name of [
    "heron_event_streams 0",
    'heron_waiting{place="passwords"} 0',
    "heron_process_resident_memory_bytes",
  ])
    expect(told).toContain(name);
  expect((await fetch(`${at}/jobs`)).status).toBe(404);
  server.close();
});
