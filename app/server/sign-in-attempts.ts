/**
 * Guessing is slowed. Every try is written down before the password is looked at, so that a hundred at once are
 * counted as a hundred; a try that comes to something takes its own away again.
 */
import { setTimeout as wait } from "node:timers/promises";
import { and, eq, gt, lt, or, type SQL, sql } from "drizzle-orm";
import { signInFailure } from "#db/schema.ts";
import { database } from "./database.ts";

/** What is said to who may not try now. */
export const TOO_MANY_TRIES = "Too many tries. Wait a quarter of an hour, then try again.";

const WINDOW_MS = 15 * 60 * 1000;
/** From one network address for one e-mail; from one address for any. Who tries more often waits for the window to pass. */
const MOST = { pair: 5, address: 30 } as const;
/**
 * For one e-mail from wherever: nobody is locked out by strangers, but after so many each try takes longer, up to the
 * most.
 */
const SLOWED = { after: 10, stepMs: 250, mostMs: 8000 } as const;

/** Tries that count no more are taken out; each process does so now and then. */
export const forgetOldAttempts = async (now = new Date()): Promise<void> => {
  await database.delete(signInFailure).where(lt(signInFailure.at, new Date(now.getTime() - WINDOW_MS)));
};

/** Later for each try above the first ten. */
export const slowedMs = (tries: number): number =>
  Math.min(SLOWED.mostMs, Math.max(0, tries - SLOWED.after) * SLOWED.stepMs);

/**
 * Writes a try down and waits as long as it has to.
 * @returns what takes it away once it was right, or null where it may not be made at all
 */
export async function beginAttempt(
  email: string,
  address: string,
  now: Date,
  pause: (ms: number) => Promise<unknown> = wait,
): Promise<(() => Promise<void>) | null> {
  const { insertId, tries } = await writeAndCount(email, address, now);
  if (tries.pair > MOST.pair || tries.address > MOST.address) return null;
  await pause(slowedMs(tries.email));
  return async () => {
    await database.delete(signInFailure).where(and(eq(signInFailure.email, email), eq(signInFailure.address, address)));
    await database.delete(signInFailure).where(eq(signInFailure.id, insertId));
  };
}

async function writeAndCount(email: string, address: string, now: Date) {
  const [{ insertId }] = await database.insert(signInFailure).values({ email, address, at: now });
  const [ofEmail, ofAddress] = [eq(signInFailure.email, email), eq(signInFailure.address, address)];
  const sum = (of: SQL) => sql<number>`coalesce(sum(${of}), 0)`.mapWith(Number);
  const [tries] = await database
    .select({ pair: sum(sql`${ofEmail} and ${ofAddress}`), email: sum(ofEmail), address: sum(ofAddress) })
    .from(signInFailure)
    .where(and(gt(signInFailure.at, new Date(now.getTime() - WINDOW_MS)), or(ofEmail, ofAddress)));
  return { insertId, tries: tries ?? { pair: 0, email: 0, address: 0 } };
}
