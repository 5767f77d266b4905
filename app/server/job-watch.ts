/**
 * Notifies open pages of changes to their job: edits and photos, from all processes (one small query for all watched
 * jobs a few times a second, while any job is watched), and other people with the job open in this process.
 */
import { inArray } from "drizzle-orm";
import type { OtherPerson } from "#core/firm/other-person.ts";
import { job } from "#db/schema.ts";
import { database } from "./database.ts";
import { faultOf, log } from "./log.ts";
import { openAmong } from "./sessions.ts";

const EVERY_MS = 400;

/** The state of a job. */
export interface JobNews {
  revision: number;
  photoRevision: number;
  /** The other people who have it open, in the order of their names. */
  others: OtherPerson[];
}
interface Watcher {
  person: { id: string; name: string; sessionId: string };
  field: string;
  listener: (news: JobNews) => void;
  /** The session has ended, here or elsewhere. */
  ended: () => void;
}
/** Sessions are checked on every Nth poll. */
const LOOKS_A_SESSION = 5;

const watched = new Map<string, Set<Watcher>>();
/** How many pages listen. */
export const watchedJobs = (): number => [...watched.values()].reduce((n, watchers) => n + watchers.size, 0);

/** How many pages of one session listen. */
export const streamsOf = (sessionId: string): number =>
  [...watched.values()].reduce((n, all) => n + [...all].filter((w) => w.person.sessionId === sessionId).length, 0);

/** Each other person once, with the field of the window they are in one with. */
function othersBeside(personId: string, watchers: readonly Watcher[]): OtherPerson[] {
  const byName = new Map<string, string>();
  for (const { person, field } of watchers)
    if (person.id !== personId) byName.set(person.name, byName.get(person.name) || field);
  return [...byName].map(([name, field]) => ({ name, field })).sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** The windows of a session that have a job open are in a field of it; empty in none. */
export function standIn(jobId: string, sessionId: string, field: string): void {
  for (const watcher of watched.get(jobId) ?? []) if (watcher.person.sessionId === sessionId) watcher.field = field;
}

let looking = false;
let looks = 0;

/** Listeners whose session has ended are removed. */
async function endThoseSignedOut(): Promise<void> {
  const all = [...watched.values()].flatMap((watchers) => [...watchers]);
  if (all.length === 0) return;
  const open = await openAmong([...new Set(all.map((w) => w.person.sessionId))]);
  for (const watcher of all) if (!open.has(watcher.person.sessionId)) watcher.ended();
}

async function look(): Promise<void> {
  try {
    if (looks++ % LOOKS_A_SESSION === 0) await endThoseSignedOut();
    const rows = await database
      .select({ id: job.id, revision: job.revision, photoRevision: job.photoRevision })
      .from(job)
      .where(inArray(job.id, [...watched.keys()]));
    for (const { id, ...news } of rows) {
      const watchers = [...(watched.get(id) ?? [])];
      for (const { person, listener } of watchers) {
        listener({ ...news, others: othersBeside(person.id, watchers) });
      }
    }
  } catch (error) {
    log.warn(faultOf(error), "watching jobs failed, trying again");
  }
  looking = watched.size > 0;
  if (looking) setTimeout(look, EVERY_MS);
}

/**
 * Calls `listener` with the job's state after each change until the returned function is called, and `ended` once the
 * person's session is over.
 */
export function watchJob(
  jobId: string,
  person: Watcher["person"],
  listener: Watcher["listener"],
  ended: Watcher["ended"],
): () => void {
  const watcher: Watcher = { person, field: "", listener, ended };
  const watchers = watched.get(jobId) ?? new Set();
  watched.set(jobId, watchers.add(watcher));
  if (!looking) setTimeout(look, 0);
  looking = true;
  return () => {
    watchers.delete(watcher);
    if (watchers.size === 0 && watched.get(jobId) === watchers) watched.delete(jobId);
  };
}
