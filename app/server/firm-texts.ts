/** The firm's blocks of text for quotes. Every version is stored; the newest one of each block counts. */
import { randomUUID } from "node:crypto";
import { and, desc, eq, sql } from "drizzle-orm";
import type { FirmText } from "#core/firm/firm-text.ts";
import { firmText, person } from "#db/schema.ts";
import { database, inTransaction } from "./database.ts";

/** Blocks of one firm. */
const MOST_TEXTS = 200;

/** The result of saving a block: done, or the problem as a sentence. */
export type SavedText =
  | { kind: "saved"; version: number }
  | { kind: "changed-since"; by: string }
  | { kind: "too-many" };

/** The blocks of text of one firm. */
export function textsOf(firmId: string) {
  const newest = sql`${firmText.version} = (select max(other.version) from firm_text other where other.firm_id = ${firmText.firmId} and other.id = ${firmText.id})`;
  const columns = {
    id: firmText.id,
    version: firmText.version,
    title: firmText.title,
    text: firmText.text,
    isRemoved: firmText.isRemoved,
    by: person.name,
    at: firmText.at,
  };
  const read = () =>
    database
      .select(columns)
      .from(firmText)
      .innerJoin(person, eq(person.id, firmText.personId))
      .where(and(eq(firmText.firmId, firmId), newest))
      .orderBy(firmText.title);

  return {
    /** The blocks as they are now, by title. */
    list: async (): Promise<FirmText[]> =>
      (await read())
        .filter(({ isRemoved }) => !isRemoved)
        .map(({ isRemoved: _, at, ...block }) => ({ ...block, at: at.toISOString() })),

    /**
     * Saves a block as its next version.
     * @param asked its id, absent for a new block; and the version that was edited, 0 for a new one
     */
    async save(
      asked: { id?: string | undefined; version: number; title: string; text: string; isRemoved?: boolean },
      personId: string,
      now = new Date(),
    ): Promise<SavedText> {
      const { id = randomUUID(), version, title, text, isRemoved = false } = asked;
      return inTransaction(async (tx) => {
        const [last] = await tx
          .select({ version: firmText.version, by: person.name })
          .from(firmText)
          .innerJoin(person, eq(person.id, firmText.personId))
          .where(and(eq(firmText.firmId, firmId), eq(firmText.id, id)))
          .orderBy(desc(firmText.version))
          .limit(1)
          .for("update");
        if ((last?.version ?? 0) !== version) return { kind: "changed-since", by: last?.by ?? "somebody" };
        if (!last && (await this.list()).length >= MOST_TEXTS) return { kind: "too-many" };
        await tx
          .insert(firmText)
          .values({ firmId, id, version: version + 1, title, text, isRemoved, personId, at: now });
        return { kind: "saved", version: version + 1 };
      });
    },
  };
}
