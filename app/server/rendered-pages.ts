/**
 * A cache of rendered pages. A page is a pure function of its address and the data of its loaders, so the same data gives
 * the same HTML. The data includes the person, so a page is never served to another person.
 */
import { createHash, randomUUID } from "node:crypto";
import { LRUCache } from "lru-cache";
import type { EntryContext } from "react-router";

/** Bytes of HTML that one thread stores; a job's page has about 200 kB. */
const MOST_BYTES = 16 * 1024 * 1024;
const pages = new LRUCache<string, string>({ maxSize: MOST_BYTES, sizeCalculation: (html) => html.length });

/** Placeholder for the nonce of a request in stored HTML. It is random, so no input can contain it. */
const NONCE_MARK = randomUUID();

/**
 * The HTML of a page, from the cache where the same data was rendered before.
 * @param render renders the page of this context
 */
export async function renderedPage(
  url: string,
  context: EntryContext,
  nonce: string,
  render: (context: EntryContext) => Promise<Buffer>,
): Promise<string> {
  const { serverHandoffStream: stream } = context;
  if (!stream || !nonce) return (await render(context)).toString();
  const data = await new Response(stream).text();
  const key = createHash("sha256").update(`${url}\n`).update(data.replaceAll(nonce, NONCE_MARK)).digest("base64");
  const stored = pages.get(key);
  if (stored !== undefined) return stored.replaceAll(NONCE_MARK, nonce);
  const html = (await render({ ...context, serverHandoffStream: new Blob([data]).stream() })).toString();
  pages.set(key, html.replaceAll(nonce, NONCE_MARK));
  return html;
}
