import { once } from "node:events";
import { request as ask, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import express from "express";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { door } from "./guard.ts";

let server: Server;
let url: string;
/** When each request came in by the door, and what lets its answer go. */
let within: { at: number; answer(): void }[] = [];

beforeAll(async () => {
  const app = express();
  app.use(door, (_request, response) => {
    within.push({ at: performance.now(), answer: () => void (response.headersSent || response.send("done")) });
  });
  server = app.listen(0, "127.0.0.1");
  await once(server, "listening");
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
beforeEach(() => {
  within = [];
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

const post = (path: string) => fetch(`${url}${path}`, { method: "POST", body: "x" });
const inside = (count: number) => expect.poll(() => within.length, { timeout: 5000, interval: 5 }).toBe(count);
const waited = () => (within[1]?.at ?? 0) - (within[0]?.at ?? 0);

describe("the door", () => {
  it("lets the next sign-in in once one is answered, and before one that is slowed", async () => {
    const [first, second] = [post("/sign-in"), post("/sign-in-code")];
    await inside(1);
    within[0]?.answer();
    await inside(2);
    expect(waited()).toBeLessThan(290);
    const third = post("/sign-in");
    await inside(3);
    expect((within[2]?.at ?? 0) - (within[1]?.at ?? 0)).toBeGreaterThan(290);
    for (const { answer } of within) answer();
    await Promise.all([first, second, third]);
  });
  it("lets the next picture in once one is done with", async () => {
    const sent = [post("/jobs/a/photos"), post("/jobs/b/photos")];
    await inside(1);
    await new Promise((resolve) => setTimeout(resolve, 700));
    expect(within).toHaveLength(1);
    within[0]?.answer();
    await inside(2);
    within[1]?.answer();
    await Promise.all(sent);
  });
  it("waits for no picture that comes slowly", async () => {
    const slow = ask(`${url}/jobs/a/photos`, { method: "POST", headers: { "Content-Length": 1000 } });
    slow.on("error", () => {});
    slow.write("the first of it");
    await inside(1);
    const next = post("/jobs/b/photos");
    await inside(2);
    expect(waited()).toBeLessThan(3000);
    within[1]?.answer();
    await next;
    slow.destroy();
  });
  it("stands before nothing else", async () => {
    const sent = [post("/sign-in"), fetch(`${url}/sign-in`), post("/jobs/a/edits")];
    await inside(3);
    expect(Math.max(...within.map((w) => w.at)) - Math.min(...within.map((w) => w.at))).toBeLessThan(290);
    for (const { answer } of within) answer();
    await Promise.all(sent);
  });
});
