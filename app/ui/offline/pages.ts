/** Pages stored in the browser for when there is no connection; the service worker answers with them. */
import { STEP_IDS } from "#core/case/fields/steps.ts";
import { databaseOf } from "./database.ts";
import { devicePeople } from "./device-people.ts";

/** The names of all caches with pages begin so. */
export const PAGES_CACHE = "heron-pages";

/** The list of jobs and every step of a job; and the data by which the list and a job are reached inside Heron. */
const pathsFor = (jobId: string): string[] => [
  "/",
  "/_root.data",
  `/jobs/${jobId}/survey.data`,
  ...STEP_IDS.map((step) => `/jobs/${jobId}/${step}`),
];

/**
 * Stores the pages that may be needed offline, including those that were only reached inside Heron, without a request.
 * Stored pages are not fetched again.
 */
export async function keepJobPages(jobId: string): Promise<void> {
  if (typeof caches === "undefined" || !navigator.serviceWorker?.controller) return;
  try {
    // The service worker stores what it fetches.
    for (const path of pathsFor(jobId))
      if (navigator.onLine && !(await caches.match(path, { ignoreVary: true, ignoreSearch: true })))
        await fetch(path, { headers: { Accept: "text/html" } });
  } catch {
    // No connection: what was stored before stays.
  }
}

/**
 * Deletes stored pages and cases: they are private, and the next person who signs in must not see them. Waiting edits,
 * pictures and files stay, with the cases they were made on.
 * @param openJobId a job that is open in this window keeps its case, because further edits are made on it
 */
export async function forgetPages(openJobId?: string): Promise<void> {
  if (typeof caches === "undefined") return;
  for (const name of await caches.keys()) if (name.startsWith(PAGES_CACHE)) await caches.delete(name);
  for (const { id } of await devicePeople()) {
    const db = await databaseOf(id);
    const waiting = new Set((await db.getAll("edits")).map((e) => e.jobId));
    for (const jobId of await db.getAllKeys("bases"))
      if (jobId !== openJobId && !waiting.has(jobId)) await db.delete("bases", jobId);
    for (const { jobId, about, sent } of await db.getAll("intervals"))
      if (sent) await db.delete("intervals", [jobId, about.digest]);
  }
}
