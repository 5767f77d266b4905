/** What people change about their own way in. */
import { eq } from "drizzle-orm";
import { person } from "#db/schema.ts";
import { database } from "./database.ts";
import { hashPassword, isPassword, passwordProblem } from "./passwords.ts";
import { type Changed, writeDown } from "./people.ts";
import { setUp, takeDown } from "./second-factor.ts";
import { endOtherSessions, type SignedIn } from "./sessions.ts";
import { beginAttempt, TOO_MANY_TRIES } from "./sign-in-attempts.ts";

/** Whether it is the person's password; tries are counted as those of signing in are. */
async function knowsPassword(who: SignedIn, password: string, address: string, now: Date): Promise<Changed> {
  const right = await beginAttempt(who.email, address, now);
  if (!right) return { problem: TOO_MANY_TRIES };
  const [found] = await database.select({ hash: person.passwordHash }).from(person).where(eq(person.id, who.id));
  if (!(await isPassword(found?.hash ?? null, password))) return { problem: "That is not your password." };
  await right();
  return {};
}

/** Sets a new password; all other sessions of the person end. */
export async function changePassword(
  who: SignedIn,
  typed: { current: string; next: string },
  address: string,
  now = new Date(),
): Promise<{ current?: string; next?: string }> {
  const weak = passwordProblem(typed.next, [who.name, who.email, who.firmName]);
  if (weak) return { next: weak };
  const { problem } = await knowsPassword(who, typed.current, address, now);
  if (problem) return { current: problem };
  const passwordHash = await hashPassword(typed.next);
  await database.update(person).set({ passwordHash }).where(eq(person.id, who.id));
  await endOtherSessions(who.id, who.sessionId);
  await writeDown(who.firmId, who.id, "changed the own password", now);
  return {};
}

/** @returns recovery codes to be shown once, or why not */
export async function setUpSecondFactor(
  who: SignedIn,
  typed: { secret: string; code: string; password: string },
  address: string,
  now = new Date(),
): Promise<{ codes: string[] } | { password?: string; code?: string }> {
  const { problem } = await knowsPassword(who, typed.password, address, now);
  if (problem) return { password: problem };
  const codes = /^[A-Z2-7]{32}$/.test(typed.secret) ? await setUp(who.id, typed.secret, typed.code, now) : null;
  if (!codes) return { code: "That code is not right. Is the clock of the phone right?" };
  await endOtherSessions(who.id, who.sessionId);
  await writeDown(who.firmId, who.id, "set up a second factor", now);
  return { codes };
}

export async function takeOwnSecondFactor(
  who: SignedIn,
  password: string,
  address: string,
  now = new Date(),
): Promise<Changed> {
  const { problem } = await knowsPassword(who, password, address, now);
  if (problem) return { problem };
  await takeDown(who.id);
  await writeDown(who.firmId, who.id, "took away the own second factor", now);
  return {};
}
