/**
 * All access to jobs goes through here, and every query is limited to one firm: another firm's job is not found.
 */
import { randomUUID } from "node:crypto";
import { and, asc, desc, eq, gt, inArray, like, or, sql } from "drizzle-orm";
import { assess } from "#core/assess.ts";
import type { AppliedEdit, Edit } from "#core/case/document/edit.ts";
import type { Problem } from "#core/case/document/problems.ts";
import type { CaseDocument, PermissionFrom, PermissionState, RuleSetId } from "#core/case/document/types.ts";
import { currentCase } from "#core/case/document/upgrade.ts";
import { takeEdit } from "#core/case/laws/take-edit.ts";
import { codebookOf } from "#core/codebook/index.ts";
import { type KeptBook, keptBookFor } from "#core/estimate/kept.ts";
import { JOBS_A_PAGE } from "#core/limits.ts";
import type { Stage } from "#core/stages.ts";
import { type CaseSummary, isCurrent, summaryOf } from "#core/summary.ts";
import { WAITING_STAGE, type WaitedFor } from "#core/waiting.ts";
import { edit, job, person } from "#db/schema.ts";
import { database, type Transaction } from "./database.ts";
import { faultOf, log } from "./log.ts";
import { pricesOf } from "./price-books.ts";
import { forJobs } from "./work.ts";

export interface JobRow {
  id: string;
  title: string;
  customer: string;
  rules: string;
  stage: Stage;
  summary: CaseSummary;
  /** Whose permission is needed, and how far it has come. */
  permissions: Partial<Record<PermissionFrom, PermissionState>>;
  updatedAt: Date;
}
/** Which jobs a list is asked for: all of them where nothing is said. */
export interface ListAsked {
  /** Letters of the address or the customer. */
  search?: string | undefined;
  /** From 1. */
  page?: number | undefined;
  stage?: Stage | null | undefined;
  waitsFor?: WaitedFor | null | undefined;
}

export interface OpenJob {
  id: string;
  document: CaseDocument;
  revision: number;
  /** The edit that made this revision; null where there was none. */
  lastEdit: string | null;
  /** The price books it may be priced by, the newest first. */
  books: KeptBook[];
}

/** What an edit came to. */
export type EditAnswer =
  | { kind: "accepted"; revision: number; edits: AppliedEdit[] }
  | { kind: "conflict"; revision: number; edits: AppliedEdit[]; with: AppliedEdit }
  /** Made on a revision that is not there (any more): the case as it is. */
  | ({ kind: "ahead" } & Pick<OpenJob, "document" | "revision" | "lastEdit">)
  | { kind: "refused"; problems: Problem[] };

/** The jobs that wait for somebody. */
const waiting = (who: WaitedFor) =>
  who === "customer" || who === "operator"
    ? eq(job.stage, WAITING_STAGE[who])
    : sql`json_value(${job.case}, ${`$.enquiry.permissions.${who}`}) = 'asked'`;

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

  return {
    /** A page of the firm's jobs, the last changed first. */
    async list({ search = "", page = 1, stage, waitsFor }: ListAsked): Promise<{ jobs: JobRow[]; total: number }> {
      const pattern = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
      const where = and(
        eq(job.firmId, firmId),
        stage ? eq(job.stage, stage) : undefined,
        waitsFor ? waiting(waitsFor) : undefined,
        search ? or(like(job.title, pattern), like(job.customer, pattern)) : undefined,
      );
      const [jobs, [count]] = await Promise.all([
        database
          .select({
            id: job.id,
            title: job.title,
            customer: job.customer,
            rules: job.rules,
            stage: job.stage,
            summary: job.summary,
            permissions: sql<
              JobRow["permissions"]
            >`coalesce(json_extract(${job.case}, '$.enquiry.permissions'), '{}')`.mapWith(JSON.parse),
            updatedAt: job.updatedAt,
            keptPrices: sql<number | null>`json_value(${job.case}, '$.prices.version')`.mapWith(Number),
          })
          .from(job)
          .where(where)
          .orderBy(desc(job.updatedAt), asc(job.id))
          .limit(JOBS_A_PAGE)
          .offset((page - 1) * JOBS_A_PAGE),
        database
          .select({ total: sql<number>`count(*)`.mapWith(Number) })
          .from(job)
          .where(where),
      ]);
      return { jobs: await withCurrentSummaries(firmId, jobs), total: count?.total ?? 0 };
    },

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
    async create(document: CaseDocument, now = new Date(), stage: Stage = "survey"): Promise<string> {
      const id = randomUUID();
      const summary = await summaryInWorker(document, await pricesOf(firmId).booksFor(document));
      const row = { ...columnsOf(document), summary };
      await database.insert(job).values({ id, firmId, stage, revision: 0, createdAt: now, updatedAt: now, ...row });
      return id;
    },

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
     * Takes an edit: once by its id, moved over what came in between, refused where it leaves a wrong case.
     * @returns null where the firm has no such job
     */
    async take(jobId: string, personId: string, asked: Edit, now = new Date()): Promise<EditAnswer | null> {
      return database.transaction(async (tx) => {
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
        const taken = takeEdit(document, asked, since);
        if (taken.kind === "conflict") return { ...taken, revision: found.revision, edits: since };
        if (taken.kind === "refused") return taken;
        const revision = found.revision + 1;
        const books = await pricesOf(firmId, tx).booksFor(taken.document);
        const row = assessed(() => rowOf(taken.document, books));
        if (!row) return refusedFor("The home cannot be assessed with this");
        await tx.insert(edit).values({ id: asked.id, jobId, revision, patch: taken.patch, personId, at: now });
        await tx
          .update(job)
          .set({ revision, updatedAt: now, ...row })
          .where(own(jobId));
        return { kind: "accepted", revision, edits: await editsAfter(tx, jobId, asked.baseRevision) };
      });
    },
  };
}

const refusedFor = (message: string): EditAnswer => ({ kind: "refused", problems: [{ path: "", message }] });

/** A lawful case that cannot be assessed is our fault; the edit that made it is refused, as it would always fail. */
function assessed<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    log.error(faultOf(error), "a case cannot be assessed");
    return null;
  }
}

/** Jobs of a list; a summary that an older engine made is made anew, and kept. */
async function withCurrentSummaries(
  firmId: string,
  jobs: (JobRow & { keptPrices: number | null })[],
): Promise<JobRow[]> {
  const prices = pricesOf(firmId);
  const newest = await prices.newest();
  // A job in another currency than the firm's is priced by Heron's own book, 0.
  const pricedBy = ({ rules, keptPrices }: (typeof jobs)[number]) =>
    codebookOf(rules as RuleSetId).currency === newest.book.currency ? (keptPrices ?? newest.version) : 0;
  const old = jobs.filter((j) => !isCurrent(j.summary, pricedBy(j))).map((j) => j.id);
  if (old.length === 0) return jobs;
  const cases = await database
    .select({ id: job.id, document: job.case, revision: job.revision })
    .from(job)
    .where(inArray(job.id, old));
  const made = new Map<string, { id: string; revision: number; summary: CaseSummary }>();
  for (const { id, document, revision } of cases) {
    const current = currentCase(document);
    made.set(id, { id, revision, summary: await summaryInWorker(current, await prices.booksFor(current, newest)) });
  }
  for (const { id, revision, summary } of made.values())
    await database
      .update(job)
      // What follows from the case is no change of it: neither its revision nor its time moves.
      .set({ summary, updatedAt: sql`updated_at` })
      .where(and(eq(job.id, id), eq(job.revision, revision)));
  return jobs.map((j) => ({ ...j, summary: made.get(j.id)?.summary ?? j.summary }));
}

/** The columns of a job that its case holds. */
const columnsOf = (document: CaseDocument) => ({
  case: document,
  title: document.title,
  customer: document.enquiry?.customer ?? "",
  rules: document.rules,
});

const summaryInWorker = (document: CaseDocument, books: readonly KeptBook[]) =>
  forJobs("summary", { document, ...keptBookFor(document, books) });

/** The columns of a job that follow from its case. */
export function rowOf(document: CaseDocument, books: readonly KeptBook[]) {
  const { version, book } = keptBookFor(document, books);
  return { ...columnsOf(document), summary: summaryOf(document, assess(document, book), version) };
}
