/** The people of one firm: invited, given a role, made inactive by the owner; every change is written down. */
import { randomUUID } from "node:crypto";
import { and, asc, desc, eq, gt, like, lt, ne, sql } from "drizzle-orm";
import { hasRight, type Role } from "#core/firm/rights.ts";
import { audit, firm, knownDevice, passwordLink, person, session } from "#db/schema.ts";
import { database, inTransaction, type Transaction } from "./database.ts";
import { hashPassword } from "./passwords.ts";
import { refuse } from "./refusals.ts";
import { takeDown } from "./second-factor.ts";
import { newToken, tokenDigest } from "./secrets.ts";
import { inWindow } from "./time-window.ts";

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

/** The result of a change: done, or the problem as a sentence. */
export type ChangedPerson<T = object> = ({ problem?: undefined } & T) | { problem: string };

const LAST_OWNER = "The firm needs an owner who can sign in: make somebody else owner first.";
const NOBODY = "There is no such person in the firm.";

type Connection = Transaction | typeof database;

/** Records who did what. */
export const auditEntry = (db: Connection, firmId: string, personId: string, did: string, at = new Date()) =>
  db.insert(audit).values({ firmId, personId, did, at });

/** Most invitations of a firm in an hour, because each one reveals whether an e-mail is in use. */
const MOST_INVITATIONS = 30;
const HOUR_MS = 3600_000;

/** @param by who acts, in the firm */
export function peopleOf(firmId: string, by: string) {
  const find = async (db: Connection, personId: string) => {
    const [found] = await db
      .select({ id: person.id, name: person.name, role: person.role, active: person.active })
      .from(person)
      .where(and(eq(person.id, personId), eq(person.firmId, firmId)));
    return found ?? null;
  };
  /** Whether another active owner exists. */
  const otherOwner = async (db: Connection, personId: string) => {
    const others = await db
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
  /**
   * Changes the firm's people in one transaction, and one such change of the firm after the other: what was looked up
   * still holds when it is written.
   */
  const changing = <T>(work: (tx: Transaction) => Promise<T>): Promise<T> =>
    inTransaction(async (tx) => {
      await tx.select({ id: firm.id }).from(firm).where(eq(firm.id, firmId)).for("update");
      // The actor may have lost the owner role since the request arrived.
      const [actor] = await tx
        .select({ role: person.role, active: person.active })
        .from(person)
        .where(and(eq(person.id, by), eq(person.firmId, firmId)));
      if (!actor?.active || !hasRight(actor.role, "manage-people")) throw refuse("not-allowed");
      return work(tx);
    });
  const note = (db: Connection, did: string, now: Date) => auditEntry(db, firmId, by, did, now);
  async function linkFor(db: Connection, personId: string, now: Date): Promise<string> {
    const token = newToken();
    await db.delete(passwordLink).where(eq(passwordLink.personId, personId));
    await db.insert(passwordLink).values({
      id: tokenDigest(token),
      personId,
      expiresAt: new Date(now.getTime() + LINK_HOURS * HOUR_MS),
    });
    return `/password/${token}`;
  }
  /** An expired invitation of another firm does not block the e-mail. */
  async function freeExpiredInvitation(db: Connection, email: string, now: Date): Promise<boolean> {
    const [known] = await db
      .select({ id: person.id, hash: person.passwordHash, firmId: person.firmId, link: passwordLink.id })
      .from(person)
      .leftJoin(passwordLink, and(eq(passwordLink.personId, person.id), gt(passwordLink.expiresAt, now)))
      .where(eq(person.email, email));
    if (!known) return true;
    if (known.hash !== "" || known.link || known.firmId === firmId) return false;
    await db.delete(person).where(eq(person.id, known.id));
    return true;
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
    invite: ({ name, email, role }: { name: string; email: string; role: Role }, now = new Date()) =>
      changing(async (tx): Promise<ChangedPerson<{ link: string }>> => {
        const [lately] = await tx
          .select({ count: sql<number>`count(*)`.mapWith(Number) })
          .from(audit)
          .where(and(eq(audit.firmId, firmId), inWindow(audit.at, now, HOUR_MS), like(audit.did, "invited %")));
        if ((lately?.count ?? 0) >= MOST_INVITATIONS)
          return { problem: "That is a lot of invitations for one hour. Try again later." };
        if (!(await freeExpiredInvitation(tx, email, now)))
          return { problem: "Somebody signs in with that e-mail already." };
        const id = randomUUID();
        await tx.insert(person).values({ id, firmId, name, email, role, passwordHash: "" });
        await note(tx, `invited ${name} as ${role}`, now);
        return { link: await linkFor(tx, id, now) };
      }),

    /** A link to set a new password with; the old one goes on until then. */
    resetLink: (personId: string, now = new Date()) =>
      changing(async (tx): Promise<ChangedPerson<{ link: string; name: string }>> => {
        const who = await find(tx, personId);
        if (!who) return { problem: NOBODY };
        if (!who.active) return { problem: `${who.name} is not active.` };
        await note(tx, `made a link for ${who.name} to set a password`, now);
        return { link: await linkFor(tx, personId, now), name: who.name };
      }),

    setRole: (personId: string, role: Role, now = new Date()) =>
      changing(async (tx): Promise<ChangedPerson> => {
        const who = await find(tx, personId);
        if (!who) return { problem: NOBODY };
        if (who.role === role) return {};
        if (who.role === "owner" && !(await otherOwner(tx, personId))) return { problem: LAST_OWNER };
        await tx.update(person).set({ role }).where(eq(person.id, personId));
        await note(tx, `made ${who.name} ${role}, before ${who.role}`, now);
        return {};
      }),

    /** Making a person inactive ends all of that person's sessions. */
    setActive: (personId: string, active: boolean, now = new Date()) =>
      changing(async (tx): Promise<ChangedPerson> => {
        const who = await find(tx, personId);
        if (!who) return { problem: NOBODY };
        if (who.active === active) return {};
        if (!active && who.role === "owner" && !(await otherOwner(tx, personId))) return { problem: LAST_OWNER };
        await tx.update(person).set({ active }).where(eq(person.id, personId));
        if (!active) {
          await tx.delete(session).where(eq(session.personId, personId));
          await tx.delete(passwordLink).where(eq(passwordLink.personId, personId));
          await tx.delete(knownDevice).where(eq(knownDevice.personId, personId));
        }
        await note(tx, `made ${who.name} ${active ? "active" : "inactive"}`, now);
        return {};
      }),

    /** For a person who has lost both phone and recovery codes; ends all of that person's sessions. */
    takeSecondFactor: (personId: string, now = new Date()) =>
      changing(async (tx): Promise<ChangedPerson> => {
        const who = await find(tx, personId);
        if (!who) return { problem: NOBODY };
        await takeDown(personId, tx);
        await tx.delete(session).where(eq(session.personId, personId));
        await note(tx, `turned off two-step sign-in for ${who.name}`, now);
        return {};
      }),

    /** The firm's settings for all its people. */
    async settings(): Promise<{ asksSecondFactor: boolean; keepPagesDays: number }> {
      const [found] = await database
        .select({ asksSecondFactor: firm.asksSecondFactor, keepPagesDays: firm.keepPagesDays })
        .from(firm)
        .where(eq(firm.id, firmId));
      if (!found) throw new Error(`no firm ${firmId}`);
      return found;
    },

    askSecondFactor: (asks: boolean, now = new Date()) =>
      changing(async (tx): Promise<void> => {
        await tx.update(firm).set({ asksSecondFactor: asks }).where(eq(firm.id, firmId));
        await note(tx, asks ? "required two-step sign-in of everybody" : "made two-step sign-in optional", now);
      }),

    /** How many days a browser keeps pages while it has no connection. */
    keepPages: (days: number, now = new Date()) =>
      changing(async (tx): Promise<void> => {
        await tx.update(firm).set({ keepPagesDays: days }).where(eq(firm.id, firmId));
        await note(tx, `let browsers keep pages for ${days} ${days === 1 ? "day" : "days"} without a connection`, now);
      }),
  };
}

/** Whom a link is for; null where it is used up, too old or none. */
export async function personOfLink(token: string, now = new Date()) {
  const [found] = await database
    .select({ id: person.id, name: person.name, email: person.email, firmId: person.firmId, firmName: firm.name })
    .from(passwordLink)
    .innerJoin(person, eq(passwordLink.personId, person.id))
    .innerJoin(firm, eq(person.firmId, firm.id))
    .where(and(eq(passwordLink.id, tokenDigest(token)), gt(passwordLink.expiresAt, now), eq(person.active, true)));
  return found ?? null;
}

/** Sets the password by a link, which is used up; all sessions of the person end. */
export async function setPasswordByLink(token: string, password: string, now = new Date()): Promise<boolean> {
  const who = await personOfLink(token, now);
  if (!who) return false;
  const passwordHash = await hashPassword(password);
  return inTransaction(async (tx) => {
    // Of two with the same link at the same moment one is too late.
    const [{ affectedRows }] = await tx.delete(passwordLink).where(eq(passwordLink.id, tokenDigest(token)));
    if (affectedRows !== 1) return false;
    await tx.delete(passwordLink).where(lt(passwordLink.expiresAt, now));
    await tx.update(person).set({ passwordHash }).where(eq(person.id, who.id));
    await tx.delete(session).where(eq(session.personId, who.id));
    await auditEntry(tx, who.firmId, who.id, "set a password by a link", now);
    return true;
  });
}
