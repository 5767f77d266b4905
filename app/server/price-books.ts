/** The price books of a firm: all versions are stored, because quotes refer to theirs. */
import { and, desc, eq, sql } from "drizzle-orm";
import type { CaseDocument, RuleSetId } from "#core/case/document/types.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import { DEMO_BOOKS } from "#core/estimate/demo-books/index.ts";
import type { KeptBook } from "#core/estimate/quoted-book.ts";
import { codebookOf } from "#core/rules/index.ts";
import { firm, person, priceBook } from "#db/schema.ts";
import { database, inTransaction, type Transaction } from "./database.ts";

/** Versions never change once they are written. */
const read = new Map<string, PriceBook>();
const MOST_READ = 200;

/** The result of saving a book. */
export type SavedBook = { kind: "saved"; version: number } | { kind: "changed-since"; version: number; by: string };

/** The price books of one firm. */
export function pricesOf(firmId: string, db: Transaction | typeof database = database) {
  /** The newest version, 0 without one, and the rule set of the firm's new jobs. */
  const latest = async (): Promise<{ version: number; rules: RuleSetId }> => {
    const [found] = await db
      .select({ version: sql<number>`coalesce(max(${priceBook.version}), 0)`.mapWith(Number), rules: firm.rules })
      .from(firm)
      .leftJoin(priceBook, eq(priceBook.firmId, firm.id))
      .where(eq(firm.id, firmId))
      .groupBy(firm.id);
    if (!found) throw new Error(`no firm ${firmId}`);
    return { version: found.version, rules: found.rules as RuleSetId };
  };
  const at = async (version: number): Promise<PriceBook | null> => {
    const key = `${firmId} ${version}`;
    const known = read.get(key);
    if (known) return known;
    const [found] = await db
      .select({ book: priceBook.book })
      .from(priceBook)
      .where(and(eq(priceBook.firmId, firmId), eq(priceBook.version, version)));
    if (!found) return null;
    if (read.size >= MOST_READ) read.clear();
    read.set(key, found.book);
    return found.book;
  };
  const newest = async (): Promise<KeptBook> => {
    const { version, rules } = await latest();
    const book = version > 0 ? await at(version) : null;
    return book ? { version, book } : { version: 0, book: DEMO_BOOKS[codebookOf(rules).currency] };
  };

  return {
    newest,

    /** The newest version, and the rule set of the firm's new jobs. */
    latest,

    /**
     * The books that a case may be priced by: the newest first; Heron's own where the firm has none in its currency.
     * @param known the newest, where it was asked for already
     */
    async booksFor({ rules, prices }: CaseDocument, known?: KeptBook): Promise<KeptBook[]> {
      const { currency } = codebookOf(rules);
      const now = known ?? (await newest());
      if (now.book.currency !== currency) return [{ version: 0, book: DEMO_BOOKS[currency] }];
      if (prices === undefined || prices.version === now.version) return [now];
      const kept = prices.version === 0 ? DEMO_BOOKS[currency] : await at(prices.version);
      return kept ? [now, { version: prices.version, book: kept }] : [now];
    },

    /** Versions, the newest first, with who made them. */
    versions: () =>
      db
        .select({ version: priceBook.version, by: person.name, at: priceBook.at })
        .from(priceBook)
        .innerJoin(person, eq(priceBook.personId, person.id))
        .where(eq(priceBook.firmId, firmId))
        .orderBy(desc(priceBook.version)),

    /**
     * Saves a book as the next version.
     * @param madeOn the version that was edited; nothing is saved where a newer one exists
     */
    async save(book: PriceBook, madeOn: number, personId: string, now = new Date()): Promise<SavedBook> {
      const version = madeOn + 1;
      const saved = await inTransaction(async (tx) => {
        // One version of the firm after the other.
        await tx.select({ id: firm.id }).from(firm).where(eq(firm.id, firmId)).for("update");
        const { version: since } = await pricesOf(firmId, tx).newest();
        if (since !== madeOn) return since;
        await tx.insert(priceBook).values({ firmId, version, book, personId, at: now });
        return null;
      });
      if (saved === null) return { kind: "saved", version };
      const [other] = await this.versions();
      return { kind: "changed-since", version: other?.version ?? saved, by: other?.by ?? "somebody" };
    },
  };
}
