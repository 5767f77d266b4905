/**
 * All access to jobs goes through here, and every query is limited to one firm: another firm's job is not found.
 */
import { randomUUID } from "node:crypto";
import { and, asc, eq, gt, sql } from "drizzle-orm";
import { assess } from "#core/assess.ts";
import type { AppliedEdit, CaseEdit } from "#core/case/document/edit.ts";
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { currentCase } from "#core/case/document/upgrade.ts";
import type { ActualOfJob } from "#core/estimate/corrections.ts";
import { type KeptBook, keptBookFor } from "#core/estimate/quoted-book.ts";
import { SEARCH_WORDS_VERSION } from "#core/search-words.ts";
import { type CaseSummary, summaryOf } from "#core/summary.ts";
import type { ConfirmedCase, EditAnswer } from "#core/wire.ts";
import { edit, job, jobActual, person } from "#db/schema.ts";
import { database, inTransaction, type Transaction } from "./database.ts";
import { indexWords, jobListOf } from "./job-list.ts";
import { faultOf, log } from "./log.ts";
import { pricesOf } from "./price-books.ts";
import { currentSender } from "./sender.ts";
import { summaryInWorker } from "./summaries.ts";
import { editQueue, forPages } from "./work.ts";

export interface OpenJob extends ConfirmedCase {
  id: string;
  /** The price books it may be priced by, the newest first. */
  books: KeptBook[];
}

const columns = {
  id: edit.id,
  revision: edit.revision,
  patch: edit.patch,
  by: person.name,
  at: sql<string>`date_format(${edit.at}, '%Y-%m-%dT%H:%i:%s.%fZ')`,
};
const editsAfter = (db: Transaction | typeof database, jobId: string, revision: number): Promise<AppliedEdit[]> =>
  db
    .select(columns)
    .from(edit)
    .innerJoin(person, eq(edit.personId, person.id))
    .where(and(eq(edit.jobId, jobId), gt(edit.revision, revision)))
    .orderBy(asc(edit.revision));

/** The jobs of one firm. */
export function jobsOf(firmId: string) {
  const own = (jobId: string) => and(eq(job.id, jobId), eq(job.firmId, firmId));

  const takeNow = (jobId: string, personId: string, asked: CaseEdit, now: Date): Promise<EditAnswer | null> =>
    inTransaction(async (tx) => {
      const [found] = await tx
        .select({ document: job.case, revision: job.revision })
        .from(job)
        .where(own(jobId))
        .for("update");
      if (!found) return null;
      const document = currentCase(found.document);
      const known = await editsAfter(tx, jobId, Math.min(asked.baseRevision, found.revision) - 1);
      const madeBase = known.find((e) => e.revision === asked.baseRevision)?.id;
      if (asked.baseRevision > found.revision || (asked.baseEdit && asked.baseEdit !== madeBase))
        return { kind: "ahead", revision: found.revision, document, lastEdit: known.at(-1)?.id ?? null };
      const since = known.filter((e) => e.revision > asked.baseRevision);
      const [same] = await tx.select({ jobId: edit.jobId }).from(edit).where(eq(edit.id, asked.id));
      if (same && same.jobId !== jobId) return refusedFor("The name of this edit belongs to another one");
      if (same) return { kind: "accepted", revision: found.revision, edits: since };
      const taken = await forPages("takeEdit", { document, patch: asked.patch, since });
      if (taken.kind === "conflict") return { ...taken, revision: found.revision, edits: since };
      if (taken.kind === "refused") return taken;
      const revision = found.revision + 1;
      const books = await pricesOf(firmId, tx).booksFor(taken.document);
      const summary = await summaryUnlessFault(taken.document, books);
      if (!summary) return refusedFor("The home cannot be assessed with this");
      await tx.insert(edit).values({ id: asked.id, jobId, revision, patch: taken.patch, personId, at: now });
      await tx
        .update(job)
        .set({ revision, updatedAt: now, ...columnsOf(taken.document), summary })
        .where(own(jobId));
      if (summary.actual) await keepActual(tx, firmId, jobId, summary.actual);
      else if (document.after?.actual) await tx.delete(jobActual).where(eq(jobActual.jobId, jobId));
      const [before, after] = [columnsOf(document), columnsOf(taken.document)];
      if (before.title !== after.title || before.customer !== after.customer)
        await indexWords(tx, firmId, jobId, after);
      return { kind: "accepted", revision, edits: await editsAfter(tx, jobId, asked.baseRevision) };
    });

  const listed = jobListOf(firmId);
  return {
    /** A page of the firm's jobs, the last changed first. */
    list: listed.page,
    /** Its jobs with something due by a day. */
    due: listed.due,

    /** Whether the firm has such a job. */
    async has(jobId: string): Promise<boolean> {
      return (await database.select({ id: job.id }).from(job).where(own(jobId))).length > 0;
    },

    /** One job, or null where the firm has none of that id. */
    async find(jobId: string): Promise<OpenJob | null> {
      const [found] = await database
        .select({ id: job.id, document: job.case, revision: job.revision, lastEdit: edit.id })
        .from(job)
        .leftJoin(edit, and(eq(edit.jobId, job.id), eq(edit.revision, job.revision)))
        .where(own(jobId));
      if (!found) return null;
      const document = currentCase(found.document);
      return { ...found, document, books: await pricesOf(firmId).booksFor(document) };
    },

    /** Makes a job of a case and returns its id. */
    async create(document: CaseDocument, now = new Date()): Promise<string> {
      const id = randomUUID();
      const summary = await summaryInWorker(document, await pricesOf(firmId).booksFor(document));
      const row = { ...columnsOf(document), summary };
      await inTransaction(async (tx) => {
        const wordsVersion = SEARCH_WORDS_VERSION;
        const made = { id, firmId, revision: 0, createdAt: now, updatedAt: now, wordsVersion, ...row };
        await tx.insert(job).values(made);
        await indexWords(tx, firmId, id, row);
        if (summary.actual) await keepActual(tx, firmId, id, summary.actual);
      });
      return id;
    },

    /** Hours and prices of its finished jobs. */
    actuals: (): Promise<ActualOfJob[]> =>
      database
        .select({
          predictedHours: jobActual.predictedHours,
          actualHours: jobActual.actualHours,
          predictedPrice: jobActual.predictedPrice,
          actualPrice: jobActual.actualPrice,
        })
        .from(jobActual)
        .where(eq(jobActual.firmId, firmId)),

    /** The edits after a revision, in order; null where the firm has no such job. */
    async editsSince(jobId: string, revision: number): Promise<AppliedEdit[] | null> {
      return (await this.has(jobId)) ? editsAfter(database, jobId, revision) : null;
    },

    /** Whether that edit made that revision of the firm's job. */
    async wasMadeBy(jobId: string, revision: number, editId: string): Promise<boolean> {
      const found = await database
        .select({ id: edit.id })
        .from(edit)
        .innerJoin(job, eq(edit.jobId, job.id))
        .where(and(own(jobId), eq(edit.revision, revision), eq(edit.id, editId)));
      return found.length > 0;
    },

    /**
     * Edits a case as it is now, in the name of a person, once by the id of the edit.
     * @param patchOf the edit; empty where nothing is left to do
     * @returns whether it is done
     */
    async write(
      jobId: string,
      personId: string,
      editId: string,
      patchOf: (found: OpenJob) => Promise<Patch> | Patch,
    ): Promise<boolean> {
      for (let tries = 0; tries < WRITE_TRIES; tries++) {
        const found = await this.find(jobId);
        if (!found) return false;
        const patch = await patchOf(found);
        if (patch.length === 0) return true;
        const taken = await this.take(jobId, personId, { id: editId, baseRevision: found.revision, patch });
        if (taken?.kind === "accepted") return true;
        if (taken?.kind === "refused") return false;
      }
      return false;
    },

    /**
     * Takes an edit: once by its id, moved over what came in between, refused where it leaves a wrong case.
     * @returns null where the firm has no such job
     */
    async take(jobId: string, personId: string, asked: CaseEdit, now = new Date()): Promise<EditAnswer | null> {
      const sender = { ...currentSender(), one: personId, firm: firmId };
      return editQueue.run(sender, () => takeNow(jobId, personId, asked, now));
    },
  };
}

const keepActual = (tx: Transaction, firmId: string, jobId: string, actual: ActualOfJob) =>
  tx
    .insert(jobActual)
    .values({ jobId, firmId, ...actual })
    .onDuplicateKeyUpdate({ set: { ...actual } });

/** Tries of an edit that the server makes from the case as it is: somebody may change the case meanwhile. */
const WRITE_TRIES = 5;

const refusedFor = (message: string): EditAnswer => ({ kind: "refused", problems: [{ path: "", message }] });

/** A lawful case that cannot be assessed is our fault; the edit that made it is refused, as it would always fail. */
async function summaryUnlessFault(document: CaseDocument, books: readonly KeptBook[]): Promise<CaseSummary | null> {
  try {
    return await summaryInWorker(document, books);
  } catch (error) {
    if (error instanceof Response) throw error;
    log.error(faultOf(error), "a case cannot be assessed");
    return null;
  }
}

/** The columns of a job that its case holds. */
const columnsOf = (document: CaseDocument) => ({
  case: document,
  title: document.title,
  customer: document.enquiry?.customer ?? "",
  rules: document.rules,
});

/** The columns of a job that follow from its case. */
export function rowOf(document: CaseDocument, books: readonly KeptBook[]) {
  const { version, book } = keptBookFor(document, books);
  return { ...columnsOf(document), summary: summaryOf(document, assess(document, book), version) };
}
