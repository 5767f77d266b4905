/** The people of one firm: invited, given a role, made inactive by the owner; every change is written down. */
import { randomUUID } from "node:crypto";
import { and, asc, desc, eq, gt, lt, ne, sql } from "drizzle-orm";
import type { Role } from "#core/rights.ts";
import { audit, firm, passwordLink, person, session } from "#db/schema.ts";
import { database } from "./database.ts";
import { hashPassword } from "./passwords.ts";
import { takeDown } from "./second-factor.ts";
import { digest, newToken } from "./secrets.ts";

const LINK_HOURS = 72;
const ENTRIES_SHOWN = 100;

export interface FirmPerson {
  id: string;
  name: string;
  email: string;
  role: Role;
  active: boolean;
  hasPassword: boolean;
  hasSecondFactor: boolean;
}

/** What a change came to: done, or why not, as a sentence. */
export type Changed<T = object> = ({ problem?: undefined } & T) | { problem: string };

const LAST_OWNER = "The firm needs an owner who can sign in: make somebody else owner first.";
const NOBODY = "There is nobody like that in the firm.";

/** Writes down who did what. */
export const writeDown = (firmId: string, personId: string, did: string, at = new Date()) =>
  database.insert(audit).values({ firmId, personId, did, at });

/** @param by who acts, in the firm */
export function peopleOf(firmId: string, by: string) {
  const find = async (personId: string) => {
    const [found] = await database
      .select({ id: person.id, name: person.name, role: person.role, active: person.active })
      .from(person)
      .where(and(eq(person.id, personId), eq(person.firmId, firmId)));
    return found ?? null;
  };
  /** Whether somebody else could still act as owner. */
  const otherOwner = async (personId: string) => {
    const others = await database
      .select({ id: person.id })
      .from(person)
      .where(
        and(
          eq(person.firmId, firmId),
          eq(person.role, "owner"),
          eq(person.active, true),
          ne(person.passwordHash, ""),
          ne(person.id, personId),
        ),
      );
    return others.length > 0;
  };
  const note = (did: string, now: Date) => writeDown(firmId, by, did, now);
  async function linkFor(personId: string, now: Date): Promise<string> {
    const token = newToken();
    await database.delete(passwordLink).where(eq(passwordLink.personId, personId));
    await database.insert(passwordLink).values({
      id: digest(token),
      personId,
      expiresAt: new Date(now.getTime() + LINK_HOURS * 3600_000),
    });
    return `/password/${token}`;
  }

  return {
    list: (): Promise<FirmPerson[]> =>
      database
        .select({
          id: person.id,
          name: person.name,
          email: person.email,
          role: person.role,
          active: person.active,
          hasPassword: sql<boolean>`${person.passwordHash} <> ''`.mapWith(Boolean),
          hasSecondFactor: sql<boolean>`${person.totpSecret} is not null`.mapWith(Boolean),
        })
        .from(person)
        .where(eq(person.firmId, firmId))
        .orderBy(desc(person.active), asc(person.name)),

    /** The newest entries first. */
    entries: () =>
      database
        .select({ at: audit.at, by: person.name, did: audit.did })
        .from(audit)
        .innerJoin(person, eq(audit.personId, person.id))
        .where(eq(audit.firmId, firmId))
        .orderBy(desc(audit.at), desc(audit.id))
        .limit(ENTRIES_SHOWN),

    /** @returns the link that the owner hands over, a path of this site */
    async invite(
      who: { name: string; email: string; role: Role },
      now = new Date(),
    ): Promise<Changed<{ link: string }>> {
      const [known] = await database.select({ id: person.id }).from(person).where(eq(person.email, who.email));
      if (known) return { problem: "Somebody signs in with that e-mail already." };
      const id = randomUUID();
      await database.insert(person).values({ id, firmId, ...who, passwordHash: "" });
      await note(`invited ${who.name} as ${who.role}`, now);
      return { link: await linkFor(id, now) };
    },

    /** A link to set a new password with; the old one goes on until then. */
    async resetLink(personId: string, now = new Date()): Promise<Changed<{ link: string }>> {
      const who = await find(personId);
      if (!who) return { problem: NOBODY };
      if (!who.active) return { problem: `${who.name} is not active.` };
      await note(`made a link for ${who.name} to set a password`, now);
      return { link: await linkFor(personId, now) };
    },

    async setRole(personId: string, role: Role, now = new Date()): Promise<Changed> {
      const who = await find(personId);
      if (!who) return { problem: NOBODY };
      if (who.role === role) return {};
      if (who.role === "owner" && !(await otherOwner(personId))) return { problem: LAST_OWNER };
      await database.update(person).set({ role }).where(eq(person.id, personId));
      await note(`made ${who.name} ${role}, before ${who.role}`, now);
      return {};
    },

    /** Who is made inactive is signed out everywhere at once. */
    async setActive(personId: string, active: boolean, now = new Date()): Promise<Changed> {
      const who = await find(personId);
      if (!who) return { problem: NOBODY };
      if (who.active === active) return {};
      if (!active && who.role === "owner" && !(await otherOwner(personId))) return { problem: LAST_OWNER };
      await database.update(person).set({ active }).where(eq(person.id, personId));
      if (!active) {
        await database.delete(session).where(eq(session.personId, personId));
        await database.delete(passwordLink).where(eq(passwordLink.personId, personId));
      }
      await note(`made ${who.name} ${active ? "active" : "inactive"}`, now);
      return {};
    },

    /** For somebody whose phone and recovery codes are both gone. */
    async takeSecondFactor(personId: string, now = new Date()): Promise<Changed> {
      const who = await find(personId);
      if (!who) return { problem: NOBODY };
      await takeDown(personId);
      await database.delete(session).where(eq(session.personId, personId));
      await note(`took away the second factor of ${who.name}`, now);
      return {};
    },

    async asksSecondFactor(): Promise<boolean> {
      const [found] = await database.select({ asks: firm.asksSecondFactor }).from(firm).where(eq(firm.id, firmId));
      return found?.asks ?? false;
    },

    async askSecondFactor(asks: boolean, now = new Date()): Promise<void> {
      await database.update(firm).set({ asksSecondFactor: asks }).where(eq(firm.id, firmId));
      await note(asks ? "asked everybody for a second factor" : "asked nobody for a second factor any more", now);
    },
  };
}

/** Whom a link is for; null where it is used up, too old or none. */
export async function personOfLink(token: string, now = new Date()) {
  const [found] = await database
    .select({ id: person.id, name: person.name, email: person.email, firmId: person.firmId, firmName: firm.name })
    .from(passwordLink)
    .innerJoin(person, eq(passwordLink.personId, person.id))
    .innerJoin(firm, eq(person.firmId, firm.id))
    .where(and(eq(passwordLink.id, digest(token)), gt(passwordLink.expiresAt, now), eq(person.active, true)));
  return found ?? null;
}

/** Sets the password by a link, which is used up; all sessions of the person end. */
export async function setPasswordByLink(token: string, password: string, now = new Date()): Promise<boolean> {
  const who = await personOfLink(token, now);
  if (!who) return false;
  const passwordHash = await hashPassword(password);
  // Of two with the same link at the same moment one is too late.
  const [{ affectedRows }] = await database.delete(passwordLink).where(eq(passwordLink.id, digest(token)));
  await database.delete(passwordLink).where(lt(passwordLink.expiresAt, now));
  if (affectedRows !== 1) return false;
  await database.update(person).set({ passwordHash }).where(eq(person.id, who.id));
  await database.delete(session).where(eq(session.personId, who.id));
  await writeDown(who.firmId, who.id, "set a password by a link", now);
  return true;
}
