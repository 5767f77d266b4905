/** Signing in and out: sessions live in the database, the browser holds only a random token. */
import { and, desc, eq, gt, inArray, isNotNull, lt, ne, notInArray, or, sql } from "drizzle-orm";
import { createCookie, redirect } from "react-router";
import type { Role } from "#core/firm/rights.ts";
import { firm, knownDevice, person, session } from "#db/schema.ts";
import { database, databaseIsLost, type Transaction } from "./database.ts";
import { log } from "./log.ts";
import { isPassword } from "./passwords.ts";
import { refuse } from "./refusals.ts";
import { newSecret, takeCode } from "./second-factor.ts";
import { newToken, tokenDigest } from "./secrets.ts";
import { senderAt } from "./sender.ts";
import { settings } from "./settings.ts";
import { beginAttempt, forgetOwnAttempts, TOO_MANY_TRIES } from "./sign-in-attempts.ts";
import { signInQueue } from "./work.ts";

const DAY_MS = 24 * 3600 * 1000;
const SESSION_DAYS = 30;
const DEVICE_DAYS = 365;
/** Devices of one person that are remembered; the one used longest ago is forgotten. */
const MOST_DEVICES = 20;
/** Between the password and the second factor. */
const HALF_WAY_MS = 10 * 60 * 1000;

export interface SignedIn {
  id: string;
  name: string;
  email: string;
  role: Role;
  firmId: string;
  firmName: string;
  firmRules: string;
  /** Days that a browser keeps pages of the firm while it has no connection. */
  keepPagesDays: number;
  /** Digest of the session's token. */
  sessionId: string;
  hasSecondFactor: boolean;
  /** The firm requires a second factor and the person has none yet: only the account page opens. */
  mustSetUp: boolean;
}

/** Under TLS a cookie can be set by this host alone, for all of it. */
const cookieOf = (name: string, secure: boolean, days: number) =>
  createCookie(secure ? `__Host-${name}` : name, {
    httpOnly: true,
    sameSite: "lax",
    path: "/",
    secure,
    maxAge: (days * DAY_MS) / 1000,
  });
const sessionCookie = (secure: boolean) => cookieOf("heron_session", secure, SESSION_DAYS);
/** Says in which browser a person has signed in before; it opens nothing. */
const deviceCookie = (secure: boolean) => cookieOf("heron_device", secure, DEVICE_DAYS);
/** `request.url` is https when TRUST_PROXY is on. */
const isSecure = (request: Request) => new URL(request.url).protocol === "https:";

async function tokenOf(request: Request, cookie = sessionCookie): Promise<string | null> {
  // A cookie set by another party may hold anything.
  const token: unknown = await cookie(isSecure(request))
    .parse(request.headers.get("Cookie"))
    .catch(() => null);
  return typeof token === "string" && token !== "" ? token : null;
}

/** The browser's device id, if this person has signed in from it before; otherwise null. */
async function knownDeviceOf(request: Request, email: string): Promise<string | null> {
  const token = await tokenOf(request, deviceCookie);
  if (!token) return null;
  const [found] = await database
    .select({ id: knownDevice.id })
    .from(knownDevice)
    .innerJoin(person, eq(knownDevice.personId, person.id))
    .where(and(eq(knownDevice.id, tokenDigest(token)), eq(person.email, email)));
  return found?.id ?? null;
}

/** Remembers the browser as the person's; each person has a token of their own in it. */
async function rememberDevice(request: Request, personId: string, email: string, now: Date): Promise<string | null> {
  const known = await knownDeviceOf(request, email);
  if (known) {
    await database.update(knownDevice).set({ usedAt: now }).where(eq(knownDevice.id, known));
    return null;
  }
  const token = newToken();
  await database.insert(knownDevice).values({ id: tokenDigest(token), personId, usedAt: now });
  const kept = await database
    .select({ id: knownDevice.id })
    .from(knownDevice)
    .where(eq(knownDevice.personId, personId))
    .orderBy(desc(knownDevice.usedAt))
    .limit(MOST_DEVICES);
  await database.delete(knownDevice).where(
    and(
      eq(knownDevice.personId, personId),
      notInArray(
        knownDevice.id,
        kept.map((k) => k.id),
      ),
    ),
  );
  return deviceCookie(isSecure(request)).serialize(token);
}

/** The signed-in person, or null; every route asks this first, so an unreachable database is reported here. */
export async function signedIn(request: Request, now = new Date()): Promise<SignedIn | null> {
  return sessionOf(request, true, now);
}

/** The person who has entered the correct password and still needs the code. */
export const halfWay = (request: Request, now = new Date()): Promise<SignedIn | null> => sessionOf(request, false, now);

async function sessionOf(request: Request, complete: boolean, now: Date): Promise<SignedIn | null> {
  const token = await tokenOf(request);
  if (!token) return null;
  return personOf(tokenDigest(token), complete, now).catch((error: unknown) => {
    throw databaseIsLost(error) ? refuse("database-away") : error;
  });
}

async function personOf(sessionId: string, complete: boolean, now: Date): Promise<SignedIn | null> {
  const [found] = await database
    .select({
      id: person.id,
      name: person.name,
      email: person.email,
      role: person.role,
      firmId: person.firmId,
      firmName: firm.name,
      firmRules: firm.rules,
      keepPagesDays: firm.keepPagesDays,
      hasSecondFactor: sql<boolean>`${person.totpSecret} is not null`.mapWith(Boolean),
      mustSetUp: sql<boolean>`${firm.asksSecondFactor} and ${person.totpSecret} is null`.mapWith(Boolean),
    })
    .from(session)
    .innerJoin(person, eq(session.personId, person.id))
    .innerJoin(firm, eq(person.firmId, firm.id))
    .where(
      and(
        eq(session.id, sessionId),
        gt(session.expiresAt, now),
        eq(session.complete, complete),
        eq(person.active, true),
      ),
    );
  return found ? { ...found, sessionId } : null;
}

/** Of these sessions, the ones that still open something. */
export async function openAmong(sessionIds: readonly string[], now = new Date()): Promise<Set<string>> {
  const rows = await database
    .select({ id: session.id })
    .from(session)
    .innerJoin(person, eq(session.personId, person.id))
    .innerJoin(firm, eq(person.firmId, firm.id))
    .where(
      and(
        inArray(session.id, [...sessionIds]),
        gt(session.expiresAt, now),
        eq(session.complete, true),
        eq(person.active, true),
        or(eq(firm.asksSecondFactor, false), isNotNull(person.totpSecret)),
      ),
    );
  return new Set(rows.map((r) => r.id));
}

/** The person who sends the request; others are sent to sign in and come back afterwards. */
export async function requirePerson(request: Request): Promise<SignedIn> {
  const found = await signedIn(request);
  if (found) return found;
  const url = new URL(request.url);
  const to = request.method === "GET" && url.pathname !== "/" ? `?to=${encodeURIComponent(url.pathname)}` : "";
  throw redirect(`/sign-in${to}`);
}

/** Signed in; or half way, with a code to follow; or why not, as a sentence. */
export type SignInAnswer = { cookies: string[]; codeFollows: boolean } | { problem: string };

/** Logs the result of a sign-in attempt, with the person's id if the person exists. */
const logTry = (outcome: "in" | "code follows" | "wrong password" | "wrong code" | "slowed", personId?: string) =>
  log.info({ outcome, person: personId }, "sign-in");

/** Checks e-mail and password; repeated failures are slowed down. The session that the browser had before ends. */
export async function signIn(
  request: Request,
  email: string,
  password: string,
  address: string,
  now = new Date(),
  pause?: (ms: number) => Promise<unknown>,
): Promise<SignInAnswer> {
  const device = await knownDeviceOf(request, email);
  const removeAttempt = await beginAttempt({ kind: "password", email, address, device }, now, pause);
  if (!removeAttempt) {
    logTry("slowed");
    return { problem: TOO_MANY_TRIES };
  }
  return signInQueue.run(senderAt(address), async () => {
    const [found] = await database
      .select({ id: person.id, passwordHash: person.passwordHash, active: person.active, secret: person.totpSecret })
      .from(person)
      .where(eq(person.email, email));
    // A wrong e-mail costs as much time as a wrong password, so that neither gives away the other.
    if (!(await isPassword(found?.active ? found.passwordHash : null, password)) || !found) {
      logTry("wrong password", found?.id);
      return { problem: "E-mail or password is not right." };
    }
    await removeAttempt();
    const codeFollows = found.secret !== null;
    logTry(codeFollows ? "code follows" : "in", found.id);
    const opened = await openSession(request, found.id, now, !codeFollows);
    if (codeFollows) return { cookies: [opened], codeFollows };
    await forgetOwnAttempts({ email, address, device });
    return { cookies: await withDevice(request, opened, found.id, email, now), codeFollows };
  });
}

/** The second step: a code of the second factor, or a recovery code. Tries are counted by person. */
export async function signInWithCode(
  request: Request,
  who: SignedIn,
  code: string,
  address: string,
  now = new Date(),
): Promise<{ cookies: string[] } | { problem: string; over?: true }> {
  const device = await knownDeviceOf(request, who.email);
  const attempt = { email: who.email, address, device };
  const mayTry = await beginAttempt({ kind: "code", ...attempt }, now);
  if (!mayTry) {
    logTry("slowed", who.id);
    // To continue, the password must be entered again.
    await database.delete(session).where(eq(session.id, who.sessionId));
    return { problem: TOO_MANY_TRIES, over: true };
  }
  if (!(await takeCode(who.id, code, now))) {
    logTry("wrong code", who.id);
    return { problem: "That code is not right, or was used already." };
  }
  await forgetOwnAttempts(attempt);
  logTry("in", who.id);
  const opened = await openSession(request, who.id, now);
  return { cookies: await withDevice(request, opened, who.id, who.email, now) };
}

async function withDevice(request: Request, opened: string, personId: string, email: string, now: Date) {
  const device = await rememberDevice(request, personId, email, now);
  return device ? [opened, device] : [opened];
}

/**
 * Opens a session for a person and returns the cookie to set; the one that the browser had before ends.
 * @param complete false where the second factor is still to follow
 */
export async function openSession(
  request: Request,
  personId: string,
  now = new Date(),
  complete = true,
): Promise<string> {
  const token = newToken();
  const before = await tokenOf(request);
  if (before) await database.delete(session).where(eq(session.id, tokenDigest(before)));
  await database.delete(session).where(lt(session.expiresAt, now));
  const lastsMs = complete ? SESSION_DAYS * DAY_MS : HALF_WAY_MS;
  await database.insert(session).values({
    id: tokenDigest(token),
    personId,
    expiresAt: new Date(now.getTime() + lastsMs),
    createdAt: now,
    complete,
  });
  return sessionCookie(isSecure(request)).serialize(token);
}

/** The secret of a second factor that the server offers in this session; the same one until it is set up. */
export async function offeredSecret(who: SignedIn): Promise<string> {
  const [found] = await database
    .select({ secret: session.offeredSecret })
    .from(session)
    .where(eq(session.id, who.sessionId));
  if (found?.secret) return found.secret;
  const { secret } = newSecret(who.email);
  await database.update(session).set({ offeredSecret: secret }).where(eq(session.id, who.sessionId));
  return secret;
}

/** Forgets the offered secret: the next one is another. */
export const forgetOfferedSecret = (sessionId: string) =>
  database.update(session).set({ offeredSecret: null }).where(eq(session.id, sessionId));

/** Ends all sessions of a person but one. */
export const endOtherSessions = (personId: string, sessionId: string, db: Transaction | typeof database = database) =>
  db.delete(session).where(and(eq(session.personId, personId), ne(session.id, sessionId)));

/** Signs out here, or everywhere; returns the cookie that takes the token away. */
export async function signOut(request: Request, everywhere: boolean): Promise<string> {
  const token = await tokenOf(request);
  if (token) {
    const [own] = await database
      .select()
      .from(session)
      .where(eq(session.id, tokenDigest(token)));
    if (own)
      await database.delete(session).where(everywhere ? eq(session.personId, own.personId) : eq(session.id, own.id));
  }
  return sessionCookie(isSecure(request)).serialize("", { maxAge: 0 });
}

export interface DemoPerson {
  id: string;
  name: string;
  role: Role;
  firmName: string;
  town: string;
}

/** The demo people, for one-click sign-in; empty unless in demo mode. */
export async function demoPeople(): Promise<DemoPerson[]> {
  if (!settings.demo) return [];
  return database
    .select({ id: person.id, name: person.name, role: person.role, firmName: firm.name, town: firm.town })
    .from(person)
    .innerJoin(firm, eq(person.firmId, firm.id))
    .where(sql`${person.id} like 'demo-%' and ${person.active}`)
    .orderBy(firm.name, person.role);
}
