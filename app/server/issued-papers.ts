/** Issued papers of jobs: numbered versions with their files. Every query is limited to one firm. */
import { randomUUID } from "node:crypto";
import { and, asc, eq, max } from "drizzle-orm";
import { alias } from "drizzle-orm/mysql-core";
import { forwardPatch } from "#core/case/document/stage.ts";
import { currentCase } from "#core/case/document/upgrade.ts";
import { differencesInWords } from "#core/changes/differences.ts";
import { isoDay } from "#core/dates.ts";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import type { IssueAnswer, IssuedPaper, JobPapers } from "#core/firm/issued-paper.ts";
import { paperEntry, papersOf } from "#core/papers/list.ts";
import { codebookOf } from "#core/rules/index.ts";
import { issuedPaper, job, person } from "#db/schema.ts";
import { database, executeBinary, inTransaction } from "./database.ts";
import { jobsOf, type OpenJob } from "./firm-jobs.ts";
import { paperOrder, pictureEntries } from "./paper-order.ts";
import { refuse } from "./refusals.ts";
import { sha256 } from "./secrets.ts";
import type { SignedIn } from "./sessions.ts";
import { forJobs } from "./work.ts";

/** Versions of all papers of one job. */
const MOST_VERSIONS = 500;

export interface IssueOrder {
  /** Made by the client: an order that is sent twice issues one version. */
  id: string;
  paper: string;
  /** Revision of the job that the page shows. */
  revision: number;
  /** Why it is issued although something is missing. */
  reason: string;
}

const withdrawer = alias(person, "withdrawer");
const entry = {
  id: issuedPaper.id,
  paper: issuedPaper.paper,
  number: issuedPaper.number,
  revision: issuedPaper.revision,
  by: person.name,
  at: issuedPaper.at,
  digest: issuedPaper.digest,
  bytes: issuedPaper.bytes,
  lacks: issuedPaper.lacks,
  reason: issuedPaper.reason,
  withdrawnAt: issuedPaper.withdrawnAt,
  withdrawnBy: withdrawer.name,
  withdrawnWhy: issuedPaper.withdrawnWhy,
  case: issuedPaper.case,
  pricesVersion: issuedPaper.pricesVersion,
  way: issuedPaper.way,
};

/** An issued version in a sentence, for the record of the job. */
const issuedInWords = ({ paper, number, at, by, digest, withdrawnAt }: IssuedRow): string =>
  `${paper}, version ${number}: ${isoDay(at)}, ${by}, SHA-256 ${digest}${withdrawnAt ? ", withdrawn" : ""}`;
type IssuedRow = Pick<typeof issuedPaper.$inferSelect, "paper" | "number" | "at" | "digest" | "withdrawnAt"> & {
  by: string;
};

/** How an open job differs from an issued version, in words. */
function differencesFrom(
  issued: Pick<typeof issuedPaper.$inferSelect, "paper" | "case" | "pricesVersion" | "way">,
  now: OpenJob,
) {
  const follows = paperEntry(issued.paper)?.follows ?? [];
  const { version } = keptBookFor(now.document, now.books);
  return [
    ...differencesInWords(currentCase(issued.case), now.document, {
      way: issued.way,
      followsStage: follows.includes("stage"),
    }),
    ...(follows.includes("prices") && version !== issued.pricesVersion
      ? [`The prices are of version ${version}, before of version ${issued.pricesVersion}`]
      : []),
  ];
}

/** The issued papers of the jobs of one firm. */
export function issuedOf(firmId: string) {
  const jobs = jobsOf(firmId);
  const ofJob = (jobId: string) => and(eq(issuedPaper.jobId, jobId), eq(job.firmId, firmId));
  const rows = (jobId: string) =>
    database
      .select(entry)
      .from(issuedPaper)
      .innerJoin(job, eq(job.id, issuedPaper.jobId))
      .innerJoin(person, eq(person.id, issuedPaper.personId))
      .leftJoin(withdrawer, eq(withdrawer.id, issuedPaper.withdrawnById))
      .where(ofJob(jobId))
      .orderBy(asc(issuedPaper.at), asc(issuedPaper.number));

  /** One attempt; null where another version got the number first. */
  async function issueOnce(found: OpenJob, by: SignedIn, order: IssueOrder, origin: string, now: Date) {
    const { document, revision, books } = found;
    const [last] = await database
      .select({ number: max(issuedPaper.number) })
      .from(issuedPaper)
      .where(and(eq(issuedPaper.jobId, found.id), eq(issuedPaper.paper, order.paper)));
    const number = (last?.number ?? 0) + 1;
    if (number > MOST_VERSIONS) throw refuse("too-many-files");
    const { version } = keptBookFor(document, books);
    const issued = order.paper === "job-record" ? (await rows(found.id)).map(issuedInWords) : [];
    const { pdf, lacks, way, shown } = await forJobs(
      "paper",
      await paperOrder(found, by, { paper: order.paper, version: number, origin, issued }, now),
    );
    const isRefused = paperEntry(order.paper)?.isRefusedIncomplete === true;
    if (lacks.length > 0 && (order.reason === "" || isRefused)) return { kind: "lacks", lacks } as const;
    return inTransaction(async (tx): Promise<IssueAnswer | null> => {
      const [held] = await tx
        .select({ revision: job.revision })
        .from(job)
        .where(and(eq(job.id, found.id), eq(job.firmId, firmId)))
        .for("update");
      if (held?.revision !== revision) return { kind: "changed-since", revision: held?.revision ?? 0 };
      const [taken] = await tx
        .select({ id: issuedPaper.id, number: issuedPaper.number })
        .from(issuedPaper)
        .where(
          and(eq(issuedPaper.jobId, found.id), eq(issuedPaper.paper, order.paper), eq(issuedPaper.number, number)),
        );
      if (taken) return taken.id === order.id ? { kind: "issued", number } : null;
      const row = {
        id: order.id,
        jobId: found.id,
        paper: order.paper,
        number,
        revision,
        case: document,
        pricesVersion: version,
        way,
        shown,
        lacks,
        reason: lacks.length > 0 ? order.reason : "",
        digest: sha256(pdf),
        bytes: pdf.byteLength,
        pdf: Buffer.from(pdf),
        personId: by.id,
        at: now,
      };
      await executeBinary(tx.insert(issuedPaper).values(row), tx);
      return { kind: "issued", number };
    });
  }

  /** Moves the job to the stage that issuing a paper implies; skipped if another edit came in between. */
  async function moveStage({ id, revision, document }: OpenJob, by: SignedIn, issued: string, now: Date) {
    const to = paperEntry(issued)?.movesTo;
    const patch = to ? forwardPatch(document, to, { by: by.name, on: isoDay(now) }) : [];
    if (patch.length === 0) return;
    await jobs.take(id, by.id, { id: randomUUID(), baseRevision: revision, patch });
  }

  return {
    /** Missing values of each paper now, and all issued versions; null if the firm has no such job. */
    async papers(jobId: string, { firmName, name }: SignedIn, now = new Date()): Promise<JobPapers | null> {
      const found = await jobs.find(jobId);
      if (!found) return null;
      const { document, books, revision } = found;
      const papers = await forJobs("lacksOfPapers", {
        ids: papersOf(document, codebookOf(document.rules)).map(({ id }) => id),
        document,
        book: keptBookFor(document, books).book,
        firm: firmName,
        preparedBy: name,
        today: isoDay(now),
        pictures: await pictureEntries(firmId, jobId),
      });
      return { revision, papers, issued: (await this.list(jobId, found)) ?? [] };
    },

    /**
     * All versions of a job, the oldest first; null where the firm has no such job.
     * @param open the job, where it was read already
     */
    async list(jobId: string, open?: OpenJob): Promise<IssuedPaper[] | null> {
      const found = open ?? (await jobs.find(jobId));
      if (!found) return null;
      return (await rows(jobId)).map(({ withdrawnAt, withdrawnBy, withdrawnWhy, at, ...row }) => {
        const { case: _, pricesVersion: __, way: ___, ...shown } = row;
        const withdrawn = withdrawnAt
          ? { by: withdrawnBy ?? "", at: withdrawnAt.toISOString(), why: withdrawnWhy }
          : null;
        return { ...shown, at: at.toISOString(), withdrawn, differs: withdrawn ? [] : differencesFrom(row, found) };
      });
    },

    /** The issued versions of a job, each in a sentence. */
    inWords: async (jobId: string): Promise<string[]> => (await rows(jobId)).map(issuedInWords),

    /**
     * Issues the next version of a paper.
     * @param origin of the addresses that papers print
     * @throws the refusal "not-found" where the firm has no such job, or the job has no such paper
     */
    async issue(
      jobId: string,
      by: SignedIn,
      order: IssueOrder,
      origin: string,
      now = new Date(),
    ): Promise<IssueAnswer> {
      const [known] = await database
        .select({ number: issuedPaper.number, jobId: issuedPaper.jobId })
        .from(issuedPaper)
        .where(eq(issuedPaper.id, order.id));
      if (known) {
        if (known.jobId !== jobId || !(await jobs.has(jobId))) throw refuse("not-found");
        return { kind: "issued", number: known.number };
      }
      for (;;) {
        const found = await jobs.find(jobId);
        if (!found) throw refuse("not-found");
        if (found.revision !== order.revision) return { kind: "changed-since", revision: found.revision };
        const answer = await issueOnce(found, by, order, origin, now);
        if (answer?.kind === "issued") await moveStage(found, by, order.paper, now);
        if (answer) return answer;
      }
    },

    /** Withdraws a version, which stays in the list; false where the job has no such version. */
    async withdraw(jobId: string, issuedId: string, by: string, why: string, now = new Date()): Promise<boolean> {
      if (!(await jobs.has(jobId))) return false;
      return inTransaction(async (tx) => {
        const own = and(eq(issuedPaper.id, issuedId), eq(issuedPaper.jobId, jobId));
        const [found] = await tx.select({ at: issuedPaper.withdrawnAt }).from(issuedPaper).where(own).for("update");
        if (!found) return false;
        if (!found.at)
          await tx.update(issuedPaper).set({ withdrawnAt: now, withdrawnById: by, withdrawnWhy: why }).where(own);
        return true;
      });
    },

    /** A version with its file; null where the job has none of that number. */
    async file(jobId: string, paper: string, number: number) {
      const [found] = await database
        .select({ pdf: issuedPaper.pdf, digest: issuedPaper.digest, title: job.title })
        .from(issuedPaper)
        .innerJoin(job, eq(job.id, issuedPaper.jobId))
        .where(and(ofJob(jobId), eq(issuedPaper.paper, paper), eq(issuedPaper.number, number)));
      return found ?? null;
    },
  };
}
