/** Pages kept in the browser for when there is no line; the service worker answers with them. */
import { browserDatabase } from "./database.ts";

/** As the service worker names its caches: all of them begin so. */
const PAGES = "heron-pages";

/** Keeps a page that may be wanted without a line, though nobody has been there yet. */
export async function keepPage(path: string): Promise<void> {
  if (typeof caches === "undefined" || !("serviceWorker" in navigator)) return;
  try {
    const response = await fetch(path);
    if (response.ok && !response.redirected) await (await caches.open(PAGES)).put(path, response);
  } catch {
    // No line: what was kept before stays.
  }
}

/** Kept pages and cases are private: whoever signs in next must not see them. Waiting edits and pictures stay. */
export async function forgetPages(): Promise<void> {
  if (typeof caches === "undefined") return;
  for (const name of await caches.keys()) if (name.startsWith(PAGES)) await caches.delete(name);
  const db = await browserDatabase();
  const waiting = new Set((await db.getAll("edits")).map((e) => e.jobId));
  for (const jobId of await db.getAllKeys("bases")) if (!waiting.has(jobId)) await db.delete("bases", jobId);
  for (const { jobId, about, sent } of await db.getAll("intervals"))
    if (sent) await db.delete("intervals", [jobId, about.digest]);
}
