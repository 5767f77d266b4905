/**
 * Slows guessing of passwords and codes. Every attempt is recorded before the password or code is checked, so that a
 * hundred attempts at once count as a hundred; a successful attempt removes its own record.
 *
 * A browser in which the person has signed in before is counted apart, so that strangers who guess never slow the
 * person down.
 */
import { setTimeout as wait } from "node:timers/promises";
import { and, eq, lt, type SQL, sql } from "drizzle-orm";
import { signInFailure } from "#db/schema.ts";
import { database } from "./database.ts";
import { FairQueue } from "./fair-queue.ts";
import { senderAt } from "./sender.ts";
import { inWindow } from "./time-window.ts";

/** The message for blocked attempts. */
export const TOO_MANY_TRIES = "Too many tries. Wait a quarter of an hour, then try again.";

const MINUTE_MS = 60 * 1000;
const WINDOW_MS = 15 * MINUTE_MS;
const DAY_MS = 24 * 60 * MINUTE_MS;

/** Passwords in a quarter of an hour: from one network address for one e-mail, and from one address for any. */
const MOST_PASSWORDS = { pair: 5, address: 30 } as const;
/** Codes of one person from wherever: a code of six digits is guessed quickly where the password is known. */
const MOST_CODES = { window: 5, day: 20 } as const;
/** Attempts by strangers at one e-mail in a quarter of an hour: after this number each one is delayed longer. */
const SLOWED = { after: 10, stepMs: 250, mostMs: 8000 } as const;

export type AttemptKind = "password" | "code";

export interface SignInAttempt {
  kind: AttemptKind;
  email: string;
  /** Network address. */
  address: string;
  /** The known device of the attempt; null without one. */
  device: string | null;
}

/** Deletes records that count no more; each process does so now and then. */
export const forgetOldAttempts = async (now = new Date()): Promise<void> => {
  await database.delete(signInFailure).where(lt(signInFailure.at, new Date(now.getTime() - DAY_MS)));
};

/** Delay of a stranger's attempt, by the number of attempts at the e-mail. */
export const slowedMs = (attempts: number): number =>
  Math.min(SLOWED.mostMs, Math.max(0, attempts - SLOWED.after) * SLOWED.stepMs);

/** Attempts of strangers at one e-mail wait one after the other, so that many addresses guess no faster than one. */
const LANE_LIMITS = { atOnce: 1, mostWaiting: 20, mostWaitingOfOne: 20, mostWaitingOfFirm: 20 };
const strangersLanes = new Map<string, FairQueue>();

async function waitInLane(email: string, ms: number, pause: (ms: number) => Promise<unknown>): Promise<void> {
  if (ms === 0) return;
  const lane = strangersLanes.get(email) ?? new FairQueue(LANE_LIMITS);
  strangersLanes.set(email, lane);
  try {
    await lane.run({ one: email, firm: email }, () => pause(ms));
  } finally {
    if (lane.isIdle) strangersLanes.delete(email);
  }
}

/**
 * Records an attempt and delays it.
 * @returns a function that removes the record after success; null where the attempt may not be made at all
 * @throws the refusal "busy" where too many attempts, or too many strangers' attempts at the e-mail, wait already
 */
export async function beginAttempt(
  attempt: SignInAttempt,
  now: Date,
  pause: (ms: number) => Promise<unknown> = wait,
): Promise<(() => Promise<void>) | null> {
  const { id, counts } = await recordQueue.run(senderAt(attempt.address), () => recordAttempt(attempt, now));
  if (isOverLimit(attempt, counts)) return null;
  if (attempt.kind === "password" && attempt.device === null)
    await waitInLane(attempt.email, slowedMs(counts.lane), pause);
  return async () => {
    await database.delete(signInFailure).where(eq(signInFailure.id, id));
  };
}

/** Few attempts at a time, so that a crowd of them leaves connections to the database for the pages. */
const recordQueue = new FairQueue({ atOnce: 2, mostWaiting: 400, mostWaitingOfOne: 200 });

async function recordAttempt(attempt: SignInAttempt, now: Date): Promise<{ id: number; counts: Counts }> {
  const [{ insertId }] = await database
    .insert(signInFailure)
    .values({ ...attempt, device: attempt.device ?? "", at: now });
  return { id: insertId, counts: await countsOf(attempt, now) };
}

interface Counts {
  /** The e-mail from this address, in the window. */
  pair: number;
  /** Any e-mail from this address, by strangers, in the window. */
  address: number;
  /** The e-mail from this known device, or from all strangers, in the window and in a day. */
  lane: number;
  laneOfDay: number;
}

function isOverLimit({ kind, device }: SignInAttempt, { pair, address, lane, laneOfDay }: Counts): boolean {
  if (kind === "code") return lane > MOST_CODES.window || laneOfDay > MOST_CODES.day;
  return pair > MOST_PASSWORDS.pair || (device === null && address > MOST_PASSWORDS.address);
}

async function countsOf({ kind, email, address, device }: SignInAttempt, now: Date): Promise<Counts> {
  const since = (ms: number) => inWindow(signInFailure.at, now, ms);
  const [ofEmail, ofAddress] = [eq(signInFailure.email, email), eq(signInFailure.address, address)];
  const ofLane = and(ofEmail, eq(signInFailure.device, device ?? ""));
  const count = (...where: (SQL | undefined)[]) =>
    sql<number>`(${database
      .select({ n: sql`count(*)` })
      .from(signInFailure)
      .where(and(eq(signInFailure.kind, kind), ...where))})`.mapWith(Number);
  const [counts] = await database
    .select({
      pair: count(ofLane, ofAddress, since(WINDOW_MS)),
      address: count(ofAddress, eq(signInFailure.device, ""), since(WINDOW_MS)),
      lane: count(ofLane, since(WINDOW_MS)),
      laneOfDay: count(ofLane, since(DAY_MS)),
    })
    .from(sql`dual`);
  return counts as Counts;
}

/** Removes the records of a person's own lane, once password and code were both right. */
export const forgetOwnAttempts = async ({ email, address, device }: Omit<SignInAttempt, "kind">): Promise<void> => {
  await database
    .delete(signInFailure)
    .where(
      and(
        eq(signInFailure.email, email),
        eq(signInFailure.device, device ?? ""),
        device === null ? eq(signInFailure.address, address) : undefined,
      ),
    );
};
