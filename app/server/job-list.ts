/**
 * Lists and finds the jobs of one firm. Each question is answered from an index and stops at a bound, so that it takes
 * as long for a hundred thousand jobs as for a hundred.
 */
import { and, eq, inArray, type SQL, sql } from "drizzle-orm";
import {
  type CaseDocument,
  type RuleSetId,
  type Stage,
  WAITED_FOR,
  type WaitedFor,
} from "#core/case/document/types.ts";
import { currentCase } from "#core/case/document/upgrade.ts";
import { JOBS_A_PAGE } from "#core/limits.ts";
import { codebookOf } from "#core/rules/index.ts";
import { SEARCH_WORDS_VERSION, searchWords } from "#core/search-words.ts";
import { type CaseSummary, isCurrent } from "#core/summary.ts";
import { job, jobWord } from "#db/schema.ts";
import { database, inTransaction, type Transaction } from "./database.ts";
import { pricesOf } from "./price-books.ts";
import { summaryInWorker } from "./summaries.ts";

/** Jobs are counted up to here; beyond it is only said that there are more. */
const MOST_COUNTED = 1000;
/** The same for a search of common words, where each job is looked up in the index of words. */
const MOST_COUNTED_OF_COMMON = 100;
/** A word that more jobs have is looked for in the order of the list, as a page is full soon. */
const COMMON_WORD = 2000;
/** Rows that a search looks at before it gives up; the jobs that were found by then are shown. */
const MOST_EXAMINED = 60_000;

export interface JobRow {
  id: string;
  title: string;
  customer: string;
  rules: string;
  stage: Stage;
  summary: CaseSummary;
  /** Whom it waits for. */
  waitsFor: WaitedFor[];
  updatedAt: Date;
}

/** A place in the list: the list goes on before or after the job that changed then. */
export interface ListPlace {
  updatedAt: Date;
  id: string;
}

/** Which jobs a list is asked for: the newest of all where nothing is said. */
export interface ListAsked {
  /** Words, or beginnings of words, of the address or the customer. */
  search?: string | undefined;
  stage?: Stage | null | undefined;
  waitsFor?: WaitedFor | null | undefined;
  /** Jobs that changed before this one. */
  olderThan?: ListPlace | null | undefined;
  /** Jobs that changed after this one. */
  newerThan?: ListPlace | null | undefined;
  most?: number | undefined;
}

export interface ListPage {
  /** The last changed first. */
  jobs: JobRow[];
  /** How many jobs match, as far as they were counted. */
  total: number;
  /** Whether more jobs match than were counted. */
  totalIsMore: boolean;
  /** Whether there are jobs before and after those of the page. */
  hasNewer: boolean;
  hasOlder: boolean;
}

/** The stage and the party that a list is limited to, and the index that has its jobs in order. */
function limitedTo({ stage, waitsFor }: ListAsked) {
  const conditions = [
    ...(stage ? [sql`j.stage = ${stage}`] : []),
    // The party is one of our own words, never what was sent.
    ...WAITED_FOR.filter((who) => who === waitsFor).map((who) => sql`${sql.raw(`j.waits_for_${who}`)} = 1`),
  ];
  const index = waitsFor ? `job_firm_${waitsFor}` : stage ? "job_firm_stage" : "job_firm_updated";
  return { conditions, index };
}

const all = (conditions: readonly SQL[]): SQL => sql.join([...conditions], sql` and `);
const beginning = (word: string): string => `${word}%`;
const hasWord = (word: string): SQL =>
  sql`exists (select 1 from job_word w where w.job_id = j.id and w.word like ${beginning(word)})`;

/** Where a page begins, and in which order its jobs come. */
function placed({ olderThan, newerThan }: ListAsked): { conditions: SQL[]; order: SQL } {
  const beyond = (at: ListPlace, compare: SQL) => [
    sql`j.updated_at ${compare}= ${at.updatedAt}`,
    sql`(j.updated_at ${compare} ${at.updatedAt} or j.id ${compare} ${at.id})`,
  ];
  if (newerThan) return { conditions: beyond(newerThan, sql`>`), order: sql`j.updated_at asc, j.id asc` };
  return {
    conditions: olderThan ? beyond(olderThan, sql`<`) : [],
    order: sql`j.updated_at desc, j.id desc`,
  };
}

async function rows<T>(query: SQL): Promise<T[]> {
  const [found] = await database.execute(query);
  return found as unknown as T[];
}

/** The word that the fewest jobs have, and whether even that one is common. */
async function rarestWord(firmId: string, words: readonly string[]): Promise<{ word: string; isCommon: boolean }> {
  const counts = await Promise.all(
    words.map(async (word) => {
      const found = await rows<object>(
        sql`select 1 from job_word where firm_id = ${firmId} and word like ${beginning(word)} limit ${COMMON_WORD + 1}`,
      );
      return { word, count: found.length };
    }),
  );
  const [rarest] = counts.sort((a, b) => a.count - b.count);
  return { word: rarest?.word ?? "", isCommon: (rarest?.count ?? 0) > COMMON_WORD };
}

interface Matching {
  /** From where the jobs that match are read. */
  from: SQL;
  /** The conditions of the query. */
  conditions: SQL[];
  mostCounted: number;
}

async function matching(firmId: string, asked: ListAsked): Promise<Matching> {
  const words = searchWords(asked.search ?? "");
  const { conditions, index } = limitedTo(asked);
  const rarest = words.length > 0 ? await rarestWord(firmId, words) : null;
  if (rarest === null || rarest.isCommon)
    return {
      from: sql`job j force index (${sql.raw(index)})`,
      conditions: [sql`j.firm_id = ${firmId}`, ...conditions, ...words.map(hasWord)],
      mostCounted: rarest ? MOST_COUNTED_OF_COMMON : MOST_COUNTED,
    };
  const { word } = rarest;
  const others = words.filter((w) => w !== word);
  return {
    from: sql`(select distinct job_id from job_word where firm_id = ${firmId} and word like ${beginning(word)}) found
      straight_join job j force index (job_listed) on j.firm_id = ${firmId} and j.id = found.job_id`,
    conditions: [sql`true`, ...conditions, ...others.map(hasWord)],
    mostCounted: MOST_COUNTED,
  };
}

/** Jobs with something due are shown up to here. */
const MOST_DUE = 20;

/** The jobs of one firm, listed. */
export function jobListOf(firmId: string) {
  return {
    /** The jobs with something due by a day, the one that is longest due first. @param today ISO day */
    async due(today: string): Promise<JobRow[]> {
      const found = await rows<{ id: string }>(
        sql`select j.id from job j force index (job_firm_due)
          where j.firm_id = ${firmId} and j.due_on is not null and j.due_on <= ${today}
          order by j.due_on, j.id limit ${MOST_DUE}`,
      );
      return withCurrentSummaries(firmId, await jobsInOrder(found.map((row) => row.id)));
    },

    async page(asked: ListAsked): Promise<ListPage> {
      const most = asked.most ?? JOBS_A_PAGE;
      const { from, conditions, mostCounted } = await matching(firmId, asked);
      const place = placed(asked);
      const examined = sql.raw(`rows examined ${MOST_EXAMINED}`);
      const [found, counted] = await Promise.all([
        rows<{ id: string }>(
          sql`select j.id from ${from} where ${all([...conditions, ...place.conditions])}
            order by ${place.order} limit ${most + 1} ${examined}`,
        ),
        rows<object>(sql`select 1 from ${from} where ${all(conditions)} limit ${mostCounted + 1} ${examined}`),
      ]);
      const ids = found.slice(0, most).map((row) => row.id);
      if (asked.newerThan) ids.reverse();
      const hasMore = found.length > most;
      return {
        jobs: await withCurrentSummaries(firmId, await jobsInOrder(ids)),
        total: Math.min(counted.length, mostCounted),
        totalIsMore: counted.length > mostCounted,
        hasNewer: asked.newerThan ? hasMore : Boolean(asked.olderThan),
        hasOlder: asked.newerThan ? true : hasMore,
      };
    },
  };
}

type StoredRow = JobRow & { pricesVersion: number | null };

/** The columns that say whom a job waits for. */
const WAITS = {
  customer: job.waitsForCustomer,
  operator: job.waitsForOperator,
  owner: job.waitsForOwner,
  association: job.waitsForAssociation,
  authority: job.waitsForAuthority,
  inspector: job.waitsForInspector,
  supplier: job.waitsForSupplier,
  firm: job.waitsForFirm,
} satisfies Record<WaitedFor, unknown>;

async function jobsInOrder(ids: readonly string[]): Promise<StoredRow[]> {
  if (ids.length === 0) return [];
  const found = await database
    .select({
      id: job.id,
      title: job.title,
      customer: job.customer,
      rules: job.rules,
      stage: job.stage,
      summary: job.summary,
      updatedAt: job.updatedAt,
      pricesVersion: job.pricesVersion,
      waits: WAITS,
    })
    .from(job)
    .where(inArray(job.id, [...ids]));
  const byId = new Map(
    found.map(({ waits, ...row }) => [row.id, { ...row, waitsFor: WAITED_FOR.filter((who) => waits[who]) }]),
  );
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/** Recomputes and stores summaries made by an older engine or with older prices. */
async function withCurrentSummaries(firmId: string, jobs: StoredRow[]): Promise<JobRow[]> {
  const prices = pricesOf(firmId);
  const newest = await prices.newest();
  // A job in another currency than the firm's is priced by Heron's own book, 0.
  const pricedBy = ({ rules, pricesVersion }: StoredRow) =>
    codebookOf(rules as RuleSetId).currency === newest.book.currency ? (pricesVersion ?? newest.version) : 0;
  const old = jobs.filter((j) => !isCurrent(j.summary, pricedBy(j))).map((j) => j.id);
  if (old.length === 0) return jobs;
  const cases = await database
    .select({ id: job.id, document: job.case, revision: job.revision })
    .from(job)
    .where(inArray(job.id, old));
  const made = new Map<string, { revision: number; summary: CaseSummary }>();
  for (const { id, document, revision } of cases) {
    const current = currentCase(document);
    made.set(id, { revision, summary: await summaryInWorker(current, await prices.booksFor(current, newest)) });
  }
  for (const [id, { revision, summary }] of made)
    await database
      .update(job)
      // A summary is derived from the case, so neither the revision nor the time of the job changes.
      .set({ summary, updatedAt: sql`updated_at` })
      .where(and(eq(job.id, id), eq(job.revision, revision)));
  return jobs.map((j) => ({ ...j, summary: made.get(j.id)?.summary ?? j.summary }));
}

type Named = Pick<CaseDocument, "title"> & { customer: string };

/** Indexes the words of a job for the search, in the place of those it had. */
export async function indexWords(tx: Transaction, firmId: string, jobId: string, named: Named): Promise<void> {
  await tx.delete(jobWord).where(eq(jobWord.jobId, jobId));
  const words = searchWords(`${named.title} ${named.customer}`);
  if (words.length > 0) await tx.insert(jobWord).values(words.map((word) => ({ firmId, jobId, word })));
}

const INDEXED_AT_ONCE = 500;

/** Indexes the jobs whose words an older Heron did not index, or indexed otherwise. @returns how many */
export async function indexOutdatedWords(): Promise<number> {
  for (let indexed = 0; ; ) {
    const outdated = await database
      .select({ id: job.id, firmId: job.firmId, title: job.title, customer: job.customer })
      .from(job)
      .where(sql`${job.wordsVersion} < ${SEARCH_WORDS_VERSION}`)
      .limit(INDEXED_AT_ONCE);
    if (outdated.length === 0) return indexed;
    await inTransaction(async (tx) => {
      const ids = outdated.map((row) => row.id);
      await tx.delete(jobWord).where(inArray(jobWord.jobId, ids));
      const words = outdated.flatMap(({ id, firmId, title, customer }) =>
        searchWords(`${title} ${customer}`).map((word) => ({ firmId, jobId: id, word })),
      );
      if (words.length > 0)
        await tx
          .insert(jobWord)
          .values(words)
          .onDuplicateKeyUpdate({ set: { firmId: sql`firm_id` } });
      await tx
        .update(job)
        .set({ wordsVersion: SEARCH_WORDS_VERSION, updatedAt: sql`updated_at` })
        .where(inArray(job.id, ids));
    });
    indexed += outdated.length;
  }
}
