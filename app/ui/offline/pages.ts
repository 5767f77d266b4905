/** Pages stored in the browser for when there is no connection; the service worker answers with them. */
import { databaseOf } from "./database.ts";
import { devicePeople } from "./device-people.ts";

/** The names of all caches with pages begin so. */
export const PAGES = "heron-pages";

/** The first page of a browser is open before the service worker is there. */
async function workerInControl(): Promise<void> {
  if (navigator.serviceWorker.controller) return;
  await new Promise((resolve) => navigator.serviceWorker.addEventListener("controllerchange", resolve, { once: true }));
}

/** Stores a page that may be wanted without a connection, though nobody has been there yet. */
export async function keepPage(path: string): Promise<void> {
  if (typeof caches === "undefined" || !("serviceWorker" in navigator)) return;
  try {
    await workerInControl();
    // The service worker stores what it fetches.
    await fetch(path, { headers: { Accept: "text/html" } });
  } catch {
    // No connection: what was stored before stays.
  }
}

/**
 * Deletes stored pages and cases: they are private, and whoever signs in next must not see them. Edits, pictures and
 * files that wait stay, with the cases they were made on.
 * @param openJobId a job that is open in this window keeps its case, as further edits are made on it
 */
export async function forgetPages(openJobId?: string): Promise<void> {
  if (typeof caches === "undefined") return;
  for (const name of await caches.keys()) if (name.startsWith(PAGES)) await caches.delete(name);
  for (const { id } of await devicePeople()) {
    const db = await databaseOf(id);
    const waiting = new Set((await db.getAll("edits")).map((e) => e.jobId));
    for (const jobId of await db.getAllKeys("bases"))
      if (jobId !== openJobId && !waiting.has(jobId)) await db.delete("bases", jobId);
    for (const { jobId, about, sent } of await db.getAll("intervals"))
      if (sent) await db.delete("intervals", [jobId, about.digest]);
  }
}
