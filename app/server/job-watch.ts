/**
 * Tells open pages what happens to their job: edits and photos, whichever process took them (one small query for all
 * watched jobs a few times a second, as long as anybody watches), and who else has it open in this process.
 */
import { inArray } from "drizzle-orm";
import { job } from "#db/schema.ts";
import { database } from "./database.ts";
import { log } from "./log.ts";

const EVERY_MS = 400;

/** How a job stands. */
export interface JobNews {
  revision: number;
  photoRevision: number;
  /** Names of the other people who have it open. */
  others: string[];
}
interface Watcher {
  person: { id: string; name: string };
  listener: (news: JobNews) => void;
}

const watched = new Map<string, Set<Watcher>>();
let looking = false;

async function look(): Promise<void> {
  try {
    const rows = await database
      .select({ id: job.id, revision: job.revision, photoRevision: job.photoRevision })
      .from(job)
      .where(inArray(job.id, [...watched.keys()]));
    for (const { id, ...news } of rows) {
      const watchers = [...(watched.get(id) ?? [])];
      for (const { person, listener } of watchers) {
        const others = watchers.filter((w) => w.person.id !== person.id).map((w) => w.person.name);
        listener({ ...news, others: [...new Set(others)].sort() });
      }
    }
  } catch (error) {
    log.warn({ reason: error instanceof Error ? error.message : String(error) }, "watching jobs failed, trying again");
  }
  looking = watched.size > 0;
  if (looking) setTimeout(look, EVERY_MS);
}

/** Calls `listener` with how the job stands again and again until the returned function is called. */
export function watchJob(jobId: string, person: Watcher["person"], listener: Watcher["listener"]): () => void {
  const watcher = { person, listener };
  const watchers = watched.get(jobId) ?? new Set();
  watched.set(jobId, watchers.add(watcher));
  if (!looking) setTimeout(look, 0);
  looking = true;
  return () => {
    watchers.delete(watcher);
    if (watchers.size === 0 && watched.get(jobId) === watchers) watched.delete(jobId);
  };
}
