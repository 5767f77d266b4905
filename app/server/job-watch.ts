/**
 * Tells open pages when their job has changed, whichever process took the edit: one small query for all watched
 * jobs a few times a second, as long as anybody watches.
 */
import { inArray } from "drizzle-orm";
import { job } from "../../db/schema.ts";
import { database } from "./database.ts";
import { log } from "./log.ts";

const EVERY_MS = 400;
type Listener = (revision: number) => void;

const watched = new Map<string, Set<Listener>>();
let _timer: NodeJS.Timeout | null = null;

async function look(): Promise<void> {
  try {
    const rows = await database
      .select({ id: job.id, revision: job.revision })
      .from(job)
      .where(inArray(job.id, [...watched.keys()]));
    for (const { id, revision } of rows) for (const listener of watched.get(id) ?? []) listener(revision);
  } catch (error) {
    log.warn({ reason: error instanceof Error ? error.message : String(error) }, "watching jobs failed, trying again");
  }
  _timer = watched.size > 0 ? setTimeout(look, EVERY_MS) : null;
}

/** Calls `listener` with the job's revision again and again until the returned function is called. */
export function watchJob(jobId: string, listener: Listener): () => void {
  const listeners = watched.get(jobId) ?? new Set();
  watched.set(jobId, listeners.add(listener));
  _timer ??= setTimeout(look, 0);
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) watched.delete(jobId);
  };
}
