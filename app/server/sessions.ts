/** Signing in and out: sessions live in the database, the browser holds only a random token. */
import { and, eq, gt, inArray, lt, ne, sql } from "drizzle-orm";
import { createCookie, redirect } from "react-router";
import type { Role } from "#core/rights.ts";
import { firm, person, session } from "#db/schema.ts";
import { database, databaseIsLost } from "./database.ts";
import { log } from "./log.ts";
import { isPassword } from "./passwords.ts";
import { refuse } from "./refusals.ts";
import { takeCode } from "./second-factor.ts";
import { digest, newToken } from "./secrets.ts";
import { settings } from "./settings.ts";
import { beginAttempt, TOO_MANY_TRIES } from "./sign-in-attempts.ts";

const DAY_MS = 24 * 3600 * 1000;
const SESSION_DAYS = 30;
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
  /** Digest of the session's token. */
  sessionId: string;
  hasSecondFactor: boolean;
  /** The firm asks for a second factor and there is none yet: nothing opens but the account. */
  mustSetUp: boolean;
}

/** Under TLS the cookie can be set by this host alone, for all of it. */
const cookie = (secure: boolean) =>
  createCookie(secure ? "__Host-heron_session" : "heron_session", {
    httpOnly: true,
    sameSite: "lax",
    path: "/",
    secure,
    maxAge: (SESSION_DAYS * DAY_MS) / 1000,
  });
/** A proxy in front is believed where the settings say so: the address of the request is made of what it tells. */
const isSecure = (request: Request) => new URL(request.url).protocol === "https:";

async function tokenOf(request: Request): Promise<string | null> {
  // A cookie that nobody here has set may hold anything.
  const token: unknown = await cookie(isSecure(request))
    .parse(request.headers.get("Cookie"))
    .catch(() => null);
  return typeof token === "string" && token !== "" ? token : null;
}

/** Who sends the request, or null; every route asks this first, so here a database out of reach is told. */
export async function signedIn(request: Request, now = new Date()): Promise<SignedIn | null> {
  return sessionOf(request, true, now);
}

/** Who has given the right password and not yet the code. */
export const halfWay = (request: Request, now = new Date()): Promise<SignedIn | null> => sessionOf(request, false, now);

async function sessionOf(request: Request, complete: boolean, now: Date): Promise<SignedIn | null> {
  const token = await tokenOf(request);
  if (!token) return null;
  return personOf(digest(token), complete, now).catch((error: unknown) => {
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

/** Of these sessions, the ones that are still open. */
export async function openAmong(sessionIds: readonly string[], now = new Date()): Promise<Set<string>> {
  const rows = await database
    .select({ id: session.id })
    .from(session)
    .innerJoin(person, eq(session.personId, person.id))
    .where(and(inArray(session.id, [...sessionIds]), gt(session.expiresAt, now), eq(person.active, true)));
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
export type SignInAnswer = { cookie: string; codeFollows: boolean } | { problem: string };

/** What came of a try to sign in, for the log: by the person's id, where there is such a person. */
const tellTry = (outcome: "in" | "code follows" | "wrong password" | "wrong code" | "slowed", personId?: string) =>
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
  const right = await beginAttempt(email, address, now, pause);
  if (!right) {
    tellTry("slowed");
    return { problem: TOO_MANY_TRIES };
  }
  const [found] = await database
    .select({ id: person.id, passwordHash: person.passwordHash, active: person.active, secret: person.totpSecret })
    .from(person)
    .where(eq(person.email, email));
  // A wrong e-mail costs as much time as a wrong password, so that neither gives away the other.
  if (!(await isPassword(found?.active ? found.passwordHash : null, password)) || !found) {
    tellTry("wrong password", found?.id);
    return { problem: "E-mail or password is not right." };
  }
  await right();
  const codeFollows = found.secret !== null;
  tellTry(codeFollows ? "code follows" : "in", found.id);
  return { cookie: await openSession(request, found.id, now, !codeFollows), codeFollows };
}

/** The second step: a code of the second factor, or a recovery code. Tries are counted as those of a password are. */
export async function signInWithCode(
  request: Request,
  who: SignedIn,
  code: string,
  address: string,
  now = new Date(),
): Promise<{ cookie: string } | { problem: string }> {
  const right = await beginAttempt(who.email, address, now);
  if (!right) {
    tellTry("slowed", who.id);
    return { problem: TOO_MANY_TRIES };
  }
  if (!(await takeCode(who.id, code, now))) {
    tellTry("wrong code", who.id);
    return { problem: "That code is not right, or was used already." };
  }
  await right();
  tellTry("in", who.id);
  return { cookie: await openSession(request, who.id, now) };
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
  if (before) await database.delete(session).where(eq(session.id, digest(before)));
  await database.delete(session).where(lt(session.expiresAt, now));
  const lastsMs = complete ? SESSION_DAYS * DAY_MS : HALF_WAY_MS;
  await database.insert(session).values({
    id: digest(token),
    personId,
    expiresAt: new Date(now.getTime() + lastsMs),
    createdAt: now,
    complete,
  });
  return cookie(isSecure(request)).serialize(token);
}

/** Ends all sessions of a person but one. */
export const endOtherSessions = (personId: string, sessionId: string) =>
  database.delete(session).where(and(eq(session.personId, personId), ne(session.id, sessionId)));

/** Signs out here, or everywhere; returns the cookie that takes the token away. */
export async function signOut(request: Request, everywhere: boolean): Promise<string> {
  const token = await tokenOf(request);
  if (token) {
    const [own] = await database
      .select()
      .from(session)
      .where(eq(session.id, digest(token)));
    if (own)
      await database.delete(session).where(everywhere ? eq(session.personId, own.personId) : eq(session.id, own.id));
  }
  return cookie(isSecure(request)).serialize("", { maxAge: 0 });
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
