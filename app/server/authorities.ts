/** The firm's own notes on authorities. */
import { randomUUID } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { isoDay } from "#core/dates.ts";
import type { Authority, AuthorityPage } from "#core/firm/authority.ts";
import { authority, person } from "#db/schema.ts";
import { database } from "./database.ts";

const MOST_AUTHORITIES = 500;

/** The authorities of one firm. */
export function authoritiesOf(firmId: string) {
  const own = (id: string) => and(eq(authority.id, id), eq(authority.firmId, firmId));
  return {
    /** By name. */
    async list(): Promise<Authority[]> {
      const rows = await database
        .select({ id: authority.id, page: authority.page, at: authority.confirmedAt, confirmedBy: person.name })
        .from(authority)
        .innerJoin(person, eq(person.id, authority.confirmedById))
        .where(eq(authority.firmId, firmId));
      return rows
        .map(({ id, page, at, confirmedBy }) => ({ id, ...page, confirmedBy, confirmedOn: isoDay(at) }))
        .sort((a, b) => a.name.localeCompare(b.name));
    },

    /** Adds a page; null where the firm has as many as it can have. */
    async add(page: AuthorityPage, personId: string, now = new Date()): Promise<string | null> {
      if ((await this.list()).length >= MOST_AUTHORITIES) return null;
      const id = randomUUID();
      await database.insert(authority).values({ id, firmId, page, confirmedAt: now, confirmedById: personId });
      return id;
    },

    /** Changes a page, which confirms it too; false where there is no such page. */
    async change(id: string, page: AuthorityPage, personId: string, now = new Date()): Promise<boolean> {
      const [{ affectedRows }] = await database
        .update(authority)
        .set({ page, confirmedAt: now, confirmedById: personId })
        .where(own(id));
      return affectedRows === 1;
    },

    /** Removes a page; false where there is none. */
    async remove(id: string): Promise<boolean> {
      const [{ affectedRows }] = await database.delete(authority).where(own(id));
      return affectedRows === 1;
    },
  };
}
