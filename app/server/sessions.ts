/** Signing in and out: sessions live in the database, the browser holds only a random token. */
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { and, eq, gt, lt, or, sql } from "drizzle-orm";
import { createCookie, redirect } from "react-router";
import { firm, person, type Role, session, signInFailure } from "#db/schema.ts";
import { database, databaseIsLost } from "./database.ts";
import { refuse } from "./refusals.ts";
import { settings } from "./settings.ts";

const DAY_MS = 24 * 3600 * 1000;
const SESSION_DAYS = 30;
/** So many failures for one e-mail (or from one address) within the window, then the next try must wait. */
const FAILURES = { windowMs: 15 * 60 * 1000, perEmail: 5, perAddress: 30 };

export interface SignedIn {
  id: string;
  name: string;
  email: string;
  role: Role;
  firmId: string;
  firmName: string;
  firmRules: string;
}

const cookie = (secure: boolean) =>
  createCookie("heron_session", {
    httpOnly: true,
    sameSite: "lax",
    path: "/",
    secure,
    maxAge: (SESSION_DAYS * DAY_MS) / 1000,
  });
const isSecure = (request: Request) =>
  new URL(request.url).protocol === "https:" || request.headers.get("x-forwarded-proto") === "https";

const digest = (token: string) => createHash("sha256").update(token).digest("hex");
const tokenOf = async (request: Request): Promise<string | null> =>
  cookie(isSecure(request)).parse(request.headers.get("Cookie"));

export const hashPassword = (password: string): Promise<string> => hash(password);

/** Who sends the request, or null; every route asks this first, so here a database out of reach is told. */
export async function signedIn(request: Request, now = new Date()): Promise<SignedIn | null> {
  const token = await tokenOf(request);
  if (!token || typeof token !== "string") return null;
  return personOf(token, now).catch((error: unknown) => {
    throw databaseIsLost(error) ? refuse("database-away") : error;
  });
}

async function personOf(token: string, now: Date): Promise<SignedIn | null> {
  const [found] = await database
    .select({
      id: person.id,
      name: person.name,
      email: person.email,
      role: person.role,
      firmId: person.firmId,
      firmName: firm.name,
      firmRules: firm.rules,
    })
    .from(session)
    .innerJoin(person, eq(session.personId, person.id))
    .innerJoin(firm, eq(person.firmId, firm.id))
    .where(and(eq(session.id, digest(token)), gt(session.expiresAt, now)));
  return found ?? null;
}

/** The person who sends the request; others are sent to sign in and come back afterwards. */
export async function requirePerson(request: Request): Promise<SignedIn> {
  const found = await signedIn(request);
  if (found) return found;
  const url = new URL(request.url);
  const to = request.method === "GET" && url.pathname !== "/" ? `?to=${encodeURIComponent(url.pathname)}` : "";
  throw redirect(`/sign-in${to}`);
}

export type SignInAnswer = { cookie: string } | { problem: string };

/** Checks e-mail and password; repeated failures are slowed down. */
export async function signIn(
  request: Request,
  email: string,
  password: string,
  address: string,
  now = new Date(),
): Promise<SignInAnswer> {
  const since = new Date(now.getTime() - FAILURES.windowMs);
  const [failures] = await database
    .select({
      perEmail: sql<number>`sum(${signInFailure.email} = ${email})`.mapWith(Number),
      perAddress: sql<number>`sum(${signInFailure.address} = ${address})`.mapWith(Number),
    })
    .from(signInFailure)
    .where(and(gt(signInFailure.at, since), or(eq(signInFailure.email, email), eq(signInFailure.address, address))));
  if ((failures?.perEmail ?? 0) >= FAILURES.perEmail || (failures?.perAddress ?? 0) >= FAILURES.perAddress)
    return { problem: "Too many tries. Wait a quarter of an hour, then try again." };

  const [found] = await database.select().from(person).where(eq(person.email, email));
  // A wrong e-mail costs as much time as a wrong password, so that neither gives away the other.
  const right = await verify(found?.passwordHash ?? (await decoyHash), password);
  if (!found || !right) {
    await database.insert(signInFailure).values({ email, address, at: now });
    return { problem: "E-mail or password is not right." };
  }
  await database.delete(signInFailure).where(eq(signInFailure.email, email));
  return { cookie: await openSession(request, found.id, now) };
}
const decoyHash = hash(randomUUID());

/** Opens a session for a person and returns the cookie to set. */
export async function openSession(request: Request, personId: string, now = new Date()): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  await database.delete(session).where(lt(session.expiresAt, now));
  await database.insert(session).values({
    id: digest(token),
    personId,
    expiresAt: new Date(now.getTime() + SESSION_DAYS * DAY_MS),
    createdAt: now,
  });
  return cookie(isSecure(request)).serialize(token);
}

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
    .where(sql`${person.id} like 'demo-%'`)
    .orderBy(firm.name, person.role);
}
