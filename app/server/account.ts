/** Changes of a person's sign-in data. */
import { eq } from "drizzle-orm";
import { passwordLink, person } from "#db/schema.ts";
import { database, inTransaction } from "./database.ts";
import { hashPassword, isPassword, passwordProblem } from "./passwords.ts";
import { auditEntry, type ChangedPerson } from "./people.ts";
import { setUp, takeCode, takeDown } from "./second-factor.ts";
import { endOtherSessions, forgetOfferedSecret, offeredSecret, type SignedIn } from "./sessions.ts";
import { beginAttempt, TOO_MANY_TRIES } from "./sign-in-attempts.ts";

/**
 * The person who requests a change, and the address. A change needs a session, so its attempts count as those of a
 * known device: strangers who guess at the same e-mail do not slow it.
 */
const attemptOf = ({ email, sessionId }: SignedIn, address: string) => ({ email, address, device: sessionId });

/** Whether it is the person's password; tries are counted as those of signing in are. */
async function checkPassword(who: SignedIn, password: string, address: string, now: Date): Promise<ChangedPerson> {
  const removeAttempt = await beginAttempt({ kind: "password", ...attemptOf(who, address) }, now);
  if (!removeAttempt) return { problem: TOO_MANY_TRIES };
  const [found] = await database.select({ hash: person.passwordHash }).from(person).where(eq(person.id, who.id));
  if (!(await isPassword(found?.hash ?? null, password))) return { problem: "That is not your password." };
  await removeAttempt();
  return {};
}

/** Whether it is a code of the second factor that the person has; tries are counted by person. */
async function checkCode(who: SignedIn, code: string, address: string, now: Date): Promise<ChangedPerson> {
  const removeAttempt = await beginAttempt({ kind: "code", ...attemptOf(who, address) }, now);
  if (!removeAttempt) return { problem: TOO_MANY_TRIES };
  if (!(await takeCode(who.id, code, now)))
    return { problem: "That code is not right, or was used already: wait for the next one." };
  await removeAttempt();
  return {};
}

/** Sets a new password; all other sessions of the person and all links to set a password end. */
export async function changePassword(
  who: SignedIn,
  typed: { current: string; next: string },
  address: string,
  now = new Date(),
): Promise<{ current?: string; next?: string }> {
  const weak = passwordProblem(typed.next, [who.name, who.email, who.firmName]);
  if (weak) return { next: weak };
  const { problem } = await checkPassword(who, typed.current, address, now);
  if (problem) return { current: problem };
  const passwordHash = await hashPassword(typed.next);
  await inTransaction(async (tx) => {
    await tx.update(person).set({ passwordHash }).where(eq(person.id, who.id));
    await tx.delete(passwordLink).where(eq(passwordLink.personId, who.id));
    await endOtherSessions(who.id, who.sessionId, tx);
    await auditEntry(tx, who.firmId, who.id, "changed their own password", now);
  });
  return {};
}

export type FactorProblems = { password?: string; code?: string; oldCode?: string };

/**
 * Sets up the second factor that the account page offers, or puts it in the place of the one that the person has.
 * @returns recovery codes to be shown once, or why not
 */
export async function setUpSecondFactor(
  who: SignedIn,
  typed: { code: string; password: string; oldCode: string },
  address: string,
  now = new Date(),
): Promise<{ codes: string[] } | FactorProblems> {
  const { problem } = await checkPassword(who, typed.password, address, now);
  if (problem) return { password: problem };
  if (who.hasSecondFactor) {
    const old = await checkCode(who, typed.oldCode, address, now);
    if (old.problem) return { oldCode: old.problem };
  }
  const codes = await setUp(who.id, await offeredSecret(who), typed.code, now);
  if (!codes) return { code: "That code is not right. Is the clock of the phone right?" };
  await forgetOfferedSecret(who.sessionId);
  await endOtherSessions(who.id, who.sessionId);
  await auditEntry(database, who.firmId, who.id, "set up two-step sign-in", now);
  return { codes };
}

/** Takes the own second factor away; asks for a code of it and ends all other sessions. */
export async function takeOwnSecondFactor(
  who: SignedIn,
  typed: { password: string; oldCode: string },
  address: string,
  now = new Date(),
): Promise<FactorProblems> {
  const { problem } = await checkPassword(who, typed.password, address, now);
  if (problem) return { password: problem };
  const old = await checkCode(who, typed.oldCode, address, now);
  if (old.problem) return { oldCode: old.problem };
  await takeDown(who.id);
  await endOtherSessions(who.id, who.sessionId);
  await auditEntry(database, who.firmId, who.id, "turned off their own two-step sign-in", now);
  return {};
}

/** A PIN for signing: four to eight digits. */
const PIN = /^\d{4,8}$/;

/** Whether a person has a PIN for signing. */
export async function hasPin(personId: string): Promise<boolean> {
  const [found] = await database.select({ hash: person.pinHash }).from(person).where(eq(person.id, personId));
  return found?.hash != null;
}

/** Sets the PIN that the person signs work with. */
export async function setPin(
  who: SignedIn,
  typed: { password: string; pin: string },
  address: string,
  now = new Date(),
): Promise<{ password?: string; pin?: string }> {
  if (!PIN.test(typed.pin)) return { pin: "Type four to eight digits." };
  if (/^(\d)\1+$/.test(typed.pin)) return { pin: "That is one digit again and again. Choose another PIN." };
  const { problem } = await checkPassword(who, typed.password, address, now);
  if (problem) return { password: problem };
  await database
    .update(person)
    .set({ pinHash: await hashPassword(typed.pin) })
    .where(eq(person.id, who.id));
  await auditEntry(database, who.firmId, who.id, "set a PIN for signing", now);
  return {};
}

/**
 * Whether it is the person who signs: by a code of the second factor, or by the PIN. Tries are counted as those of a
 * code are.
 */
export async function checkSigner(
  who: SignedIn,
  proof: string,
  address: string,
  now = new Date(),
): Promise<{ problem?: string }> {
  const [found] = await database.select({ hash: person.pinHash }).from(person).where(eq(person.id, who.id));
  if (!found?.hash && !who.hasSecondFactor)
    return { problem: "Set a PIN for signing on your account first, or two-step sign-in." };
  const removeAttempt = await beginAttempt({ kind: "code", ...attemptOf(who, address) }, now);
  if (!removeAttempt) return { problem: TOO_MANY_TRIES };
  const typed = proof.replace(/\s/g, "");
  const isRight =
    (who.hasSecondFactor && (await takeCode(who.id, typed, now))) ||
    (found?.hash != null && PIN.test(typed) && (await isPassword(found.hash, typed)));
  if (!isRight) return { problem: "That is neither your PIN nor a code that your phone shows now." };
  await removeAttempt();
  return {};
}
