import type { EntryContext } from "react-router";
import { describe, expect, it, vi } from "vitest";
import { renderedPage } from "./rendered-pages.ts";

const contextOf = (data: string) => ({ serverHandoffStream: new Blob([data]).stream() }) as unknown as EntryContext;
const dataOf = async ({ serverHandoffStream }: EntryContext) => new Response(serverHandoffStream).text();
let count = 0;
const newUrl = () => `http://localhost/${++count}`;

/** Renders the data as a page that carries the nonce. */
const renderer = (nonce: string) =>
  vi.fn(async (context: EntryContext) => Buffer.from(`<script nonce="${nonce}">${await dataOf(context)}</script>`));

describe("a rendered page", () => {
  it("is rendered once for the same data, and carries the nonce of each request", async () => {
    const url = newUrl();
    const [first, second] = [renderer("n-one"), renderer("n-two")];
    expect(await renderedPage(url, contextOf("case n-one"), "n-one", first)).toBe(
      '<script nonce="n-one">case n-one</script>',
    );
    expect(await renderedPage(url, contextOf("case n-two"), "n-two", second)).toBe(
      '<script nonce="n-two">case n-two</script>',
    );
    expect([first.mock.calls.length, second.mock.calls.length]).toEqual([1, 0]);
  });
  it("is rendered again for other data, another person's data, and another address", async () => {
    const url = newUrl();
    const render = renderer("n");
    await renderedPage(url, contextOf("revision 1, Mara"), "n", render);
    await renderedPage(url, contextOf("revision 2, Mara"), "n", render);
    await renderedPage(url, contextOf("revision 1, Jonah"), "n", render);
    await renderedPage(newUrl(), contextOf("revision 1, Mara"), "n", render);
    expect(render).toHaveBeenCalledTimes(4);
  });
  it("is not stored without data or without a nonce", async () => {
    const render = vi.fn(async () => Buffer.from("page"));
    const context = {} as EntryContext;
    const url = newUrl();
    for (let i = 0; i < 2; i++) await renderedPage(url, context, "n", render);
    await renderedPage(url, contextOf("data"), "", render);
    expect(render).toHaveBeenCalledTimes(3);
  });
  it("is not stored where rendering fails", async () => {
    const url = newUrl();
    const fails = vi.fn(() => Promise.reject(new Error("broken")));
    await expect(renderedPage(url, contextOf("data"), "n", fails)).rejects.toThrow("broken");
    expect(await renderedPage(url, contextOf("data"), "n", renderer("n"))).toContain("data");
  });
});
