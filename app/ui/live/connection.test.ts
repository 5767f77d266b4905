import { afterEach, describe, expect, it, vi } from "vitest";
import { fetchAnswer } from "./connection.ts";

describe("a question to the server", () => {
  afterEach(() => vi.unstubAllGlobals());
  const answering = (answer: () => Promise<Response>) => vi.stubGlobal("fetch", answer);

  it("is answered by what the server says, refusals too", async () => {
    answering(async () => new Response("no", { status: 422 }));
    expect((await fetchAnswer("/x", {}, 1000))?.status).toBe(422);
  });
  it.each([500, 503, 429])("has no answer while the server is in trouble (%i)", async (status) => {
    answering(async () => new Response("", { status }));
    expect(await fetchAnswer("/x", {}, 1000)).toBeNull();
  });
  it("has no answer without a line", async () => {
    answering(() => Promise.reject(new TypeError("failed to fetch")));
    expect(await fetchAnswer("/x", {}, 1000)).toBeNull();
  });
});
