/**
 * Links for people outside the firm. The firm's side is limited to one firm; the customer's side knows only the token,
 * of which the database has the digest.
 */
import { randomUUID } from "node:crypto";
import { and, asc, desc, eq, gt, isNull, sql } from "drizzle-orm";
import type { Patch } from "#core/case/document/patch.ts";
import { currentCase } from "#core/case/document/upgrade.ts";
import { daysAfter, isoDay } from "#core/dates.ts";
import { keptBookFor } from "#core/estimate/quoted-book.ts";
import {
  type CustomerLink,
  LINK_DAYS,
  type LinkAnswer,
  type LinkKind,
  type LinkState,
  PAPER_OF_LINK,
} from "#core/firm/customer-link.ts";
import { MOST_CUSTOMER_PICTURES } from "#core/limits.ts";
import { firmWaitPatch } from "#core/quote/answered.ts";
import { type AskedPictureId, askedPictures, type ToldPicture } from "#core/survey/asked-pictures.ts";
import type { MarkPoint } from "#core/survey/photo-marks.ts";
import { type ToldAnswers, toldAnswersPatch, toldPicturePatch } from "#core/survey/told-answers.ts";
import { customerLink, customerMessage, firm, issuedPaper, job, person } from "#db/schema.ts";
import { database, inTransaction } from "./database.ts";
import { jobsOf, type OpenJob } from "./firm-jobs.ts";
import { photosOf } from "./job-photos.ts";
import type { KeptPicture } from "./pictures.ts";
import { newToken, sha256, tokenDigest } from "./secrets.ts";
import { forJobs } from "./work.ts";

const DAY_MS = 24 * 3600_000;
/** Links of one job that work at the same time, and messages on one link. */
const MOST_LINKS = 40;
const MOST_MESSAGES = 60;

const stateOf = (row: { withdrawnAt: Date | null; answeredAt: Date | null; expiresAt: Date }, now: Date): LinkState => {
  if (row.withdrawnAt) return "withdrawn";
  if (row.answeredAt) return "answered";
  return row.expiresAt <= now ? "expired" : "open";
};

/** The links of the jobs of one firm. */
export function linksOf(firmId: string) {
  const jobs = jobsOf(firmId);
  const own = (jobId: string, linkId: string) => and(eq(customerLink.id, linkId), eq(customerLink.jobId, jobId));

  return {
    /** The links of a job, the newest first, with their messages; null where the firm has no such job. */
    async list(jobId: string, now = new Date()): Promise<CustomerLink[] | null> {
      if (!(await jobs.has(jobId))) return null;
      await applyAnswers(firmId, jobId);
      const links = await database
        .select({ link: customerLink, by: person.name, version: issuedPaper.number })
        .from(customerLink)
        .innerJoin(person, eq(person.id, customerLink.personId))
        .leftJoin(issuedPaper, eq(issuedPaper.id, customerLink.issuedId))
        .where(eq(customerLink.jobId, jobId))
        .orderBy(desc(customerLink.createdAt));
      const messages = await database
        .select({ message: customerMessage, by: person.name })
        .from(customerMessage)
        .innerJoin(customerLink, eq(customerLink.id, customerMessage.linkId))
        .leftJoin(person, eq(person.id, customerMessage.personId))
        .where(eq(customerLink.jobId, jobId))
        .orderBy(asc(customerMessage.at));
      return links.map(({ link, by, version }) => ({
        id: link.id,
        kind: link.kind,
        name: link.name,
        version,
        state: stateOf(link, now),
        told: link.told ?? [],
        by,
        createdAt: link.createdAt.toISOString(),
        expiresAt: link.expiresAt.toISOString(),
        openedAt: link.openedAt?.toISOString() ?? null,
        answeredAt: link.answeredAt?.toISOString() ?? null,
        answer: link.answer,
        messages: messages
          .filter(({ message }) => message.linkId === link.id)
          .map(({ message, by: who }) => ({
            id: message.id,
            by: who,
            text: message.text,
            at: message.at.toISOString(),
          })),
      }));
    },

    /**
     * Makes a link to the newest version of its paper.
     * @returns the token, or the problem as a sentence; null where the firm has no such job
     */
    async make(
      jobId: string,
      { kind, name }: { kind: LinkKind; name: string },
      personId: string,
      now = new Date(),
    ): Promise<{ token: string; issuedId: string | null } | { problem: string } | null> {
      if (!(await jobs.has(jobId))) return null;
      const paper = kind === "pictures" ? null : PAPER_OF_LINK[kind];
      const [newest] = paper
        ? await database
            .select({ id: issuedPaper.id })
            .from(issuedPaper)
            .where(and(eq(issuedPaper.jobId, jobId), eq(issuedPaper.paper, paper), isNull(issuedPaper.withdrawnAt)))
            .orderBy(desc(issuedPaper.number))
            .limit(1)
        : [];
      if (paper && !newest) return { problem: "Issue the paper first: the page shows what was issued." };
      const [open] = await database
        .select({ count: sql<number>`count(*)`.mapWith(Number) })
        .from(customerLink)
        .where(and(eq(customerLink.jobId, jobId), isNull(customerLink.withdrawnAt), gt(customerLink.expiresAt, now)));
      if ((open?.count ?? 0) >= MOST_LINKS) return { problem: "This job has many links already. Withdraw one first." };
      const token = newToken();
      await database.insert(customerLink).values({
        id: tokenDigest(token),
        told: kind === "pictures" ? await sentBefore(jobId) : null,
        jobId,
        kind,
        issuedId: newest?.id ?? null,
        name,
        personId,
        createdAt: now,
        expiresAt: new Date(now.getTime() + LINK_DAYS * DAY_MS),
      });
      return { token, issuedId: newest?.id ?? null };
    },

    /** Withdraws a link: its page is not found any more. False where the job has no such link. */
    async withdraw(jobId: string, linkId: string, now = new Date()): Promise<boolean> {
      if (!(await jobs.has(jobId))) return false;
      const [{ affectedRows }] = await database
        .update(customerLink)
        .set({ withdrawnAt: sql`coalesce(${customerLink.withdrawnAt}, ${now})` })
        .where(own(jobId, linkId));
      return affectedRows > 0;
    },

    /** Answers on the page of a link; false where the job has no such link. */
    async reply(
      jobId: string,
      linkId: string,
      message: { id: string; text: string },
      personId: string,
      now = new Date(),
    ): Promise<boolean> {
      if (!(await jobs.has(jobId))) return false;
      const [found] = await database.select({ id: customerLink.id }).from(customerLink).where(own(jobId, linkId));
      if (!found) return false;
      await database
        .insert(customerMessage)
        .ignore()
        .values({ ...message, linkId, personId, at: now });
      return true;
    },
  };
}

/** What a page needs of an issued paper: not its file, and not its case. */
const issuedColumns = {
  id: issuedPaper.id,
  paper: issuedPaper.paper,
  number: issuedPaper.number,
  at: issuedPaper.at,
  shown: issuedPaper.shown,
  pricesVersion: issuedPaper.pricesVersion,
  withdrawnAt: issuedPaper.withdrawnAt,
};

/** A link as its page needs it. */
export interface OpenedLink {
  id: string;
  kind: LinkKind;
  name: string;
  firmId: string;
  firmName: string;
  jobId: string;
  address: string;
  document: OpenJob["document"];
  issued: {
    id: string;
    paper: string;
    number: number;
    at: Date;
    shown: NonNullable<(typeof issuedPaper.$inferSelect)["shown"]> | null;
    pricesVersion: number;
    isWithdrawn: boolean;
  } | null;
  expiresAt: Date;
  answer: LinkAnswer | null;
  answeredAt: Date | null;
  messages: { id: string; isFirm: boolean; text: string; at: Date }[];
  /** State of each requested picture; empty for other pages. */
  told: readonly ToldPicture[];
  /** Id of the person who made the link. */
  personId: string;
}

/** The page of a token; null where it is unknown, expired or withdrawn. An answered page stays until it expires. */
export async function openLink(token: string, now = new Date()): Promise<OpenedLink | null> {
  const [found] = await database
    .select({
      link: customerLink,
      firmId: job.firmId,
      case: job.case,
      firmName: firm.name,
      issued: issuedColumns,
    })
    .from(customerLink)
    .innerJoin(job, eq(job.id, customerLink.jobId))
    .innerJoin(firm, eq(firm.id, job.firmId))
    .leftJoin(issuedPaper, eq(issuedPaper.id, customerLink.issuedId))
    .where(
      and(eq(customerLink.id, tokenDigest(token)), gt(customerLink.expiresAt, now), isNull(customerLink.withdrawnAt)),
    );
  if (!found) return null;
  const { link, issued } = found;
  if (!link.openedAt) await database.update(customerLink).set({ openedAt: now }).where(eq(customerLink.id, link.id));
  const messages = await database
    .select()
    .from(customerMessage)
    .where(eq(customerMessage.linkId, link.id))
    .orderBy(asc(customerMessage.at));
  const document = currentCase(found.case);
  return {
    id: link.id,
    kind: link.kind,
    name: link.name,
    firmId: found.firmId,
    firmName: found.firmName,
    jobId: link.jobId,
    address: document.enquiry?.address || document.title,
    document,
    issued: issued && {
      id: issued.id,
      paper: issued.paper,
      number: issued.number,
      at: issued.at,
      shown: issued.shown,
      pricesVersion: issued.pricesVersion,
      isWithdrawn: issued.withdrawnAt !== null,
    },
    expiresAt: link.expiresAt,
    answer: link.answer,
    answeredAt: link.answeredAt,
    told: link.told ?? [],
    personId: link.personId,
    messages: messages.map(({ id, personId, text, at }) => ({ id, isFirm: personId !== null, text, at })),
  };
}

/** Why a quote cannot be accepted any more, as a sentence for the customer; null while it can. */
export async function whyNotAcceptable(link: OpenedLink, now = new Date()): Promise<string | null> {
  const { issued, firmName, jobId, firmId } = link;
  if (issued?.shown?.kind !== "offer") return null;
  const ask = `Ask ${firmName} for a new one below.`;
  if (issued.isWithdrawn) return `${firmName} has taken this quote back. ${ask}`;
  const [newer] = await database
    .select({ number: issuedPaper.number })
    .from(issuedPaper)
    .where(
      and(
        eq(issuedPaper.jobId, jobId),
        eq(issuedPaper.paper, issued.paper),
        gt(issuedPaper.number, issued.number),
        isNull(issuedPaper.withdrawnAt),
      ),
    );
  if (newer) return `There is a newer quote than this one. ${ask}`;
  if (daysAfter(isoDay(issued.at), issued.shown.validDays) < isoDay(now)) return `This quote has run out. ${ask}`;
  const found = await jobsOf(firmId).find(jobId);
  if (!found) return ask;
  const { document, books } = found;
  const offer = await forJobs("offer", { document, book: keptBookFor(document, books).book });
  const { kind: _, ...shown } = issued.shown;
  return JSON.stringify(offer) === JSON.stringify(shown)
    ? null
    : `${firmName} has changed something since this quote was written. ${ask}`;
}

export type Answering =
  | { kind: "kept" }
  /** It was answered before, here or by another link to the same paper. */
  | { kind: "answered-before"; by: string }
  | { kind: "not-acceptable"; why: string }
  | { kind: "gone" };

/** Keeps an answer, once; then writes it into the job. */
export async function answerLink(token: string, answer: LinkAnswer, now = new Date()): Promise<Answering> {
  const link = await openLink(token, now);
  if (!link) return { kind: "gone" };
  if (!link.answer && answer.kind === "accepted") {
    const why = await whyNotAcceptable(link, now);
    if (why) return { kind: "not-acceptable", why };
  }
  const kept = await inTransaction(async (tx): Promise<Answering> => {
    // One answer of the job after the other: two links may show the same paper.
    await tx.select({ id: job.id }).from(job).where(eq(job.id, link.jobId)).for("update");
    const rows = await tx
      .select({ id: customerLink.id, answer: customerLink.answer, withdrawnAt: customerLink.withdrawnAt })
      .from(customerLink)
      .where(link.issued ? eq(customerLink.issuedId, link.issued.id) : eq(customerLink.id, link.id));
    const mine = rows.find(({ id }) => id === link.id);
    if (!mine || mine.withdrawnAt) return { kind: "gone" };
    const before = rows.find((row) => row.answer !== null);
    if (before?.answer) return { kind: "answered-before", by: before.answer.name };
    await tx.update(customerLink).set({ answer, answeredAt: now }).where(eq(customerLink.id, link.id));
    return { kind: "kept" };
  });
  if (kept.kind === "kept") await applyAnswers(link.firmId, link.jobId);
  return kept;
}

/** An edit that is made from outside once, by an id that follows from what it is about. */
const editFromOutside = (
  firmId: string,
  jobId: string,
  personId: string,
  about: string,
  patchOf: (found: OpenJob) => Promise<Patch> | Patch,
): Promise<boolean> => jobsOf(firmId).write(jobId, personId, sha256(about).slice(0, 40), patchOf);

/** Writes the answers of a job's links into the job, those also that a stopped server left behind. */
async function applyAnswers(firmId: string, jobId: string, now = new Date()): Promise<void> {
  const waiting = await database
    .select({ link: customerLink, version: issuedPaper.number, pricesVersion: issuedPaper.pricesVersion })
    .from(customerLink)
    .leftJoin(issuedPaper, eq(issuedPaper.id, customerLink.issuedId))
    .where(and(eq(customerLink.jobId, jobId), isNull(customerLink.appliedAt), sql`${customerLink.answer} is not null`));
  for (const { link, version, pricesVersion } of waiting) {
    const { answer } = link;
    if (!answer) continue;
    const isDone = await editFromOutside(firmId, jobId, link.personId, `answer ${link.id}`, ({ document, books }) =>
      forJobs("answer", {
        document,
        book: keptBookFor(document, books).book,
        kind: link.kind,
        answer,
        version: version ?? 0,
        pricesVersion: pricesVersion ?? 0,
        waitId: `answer-${link.id.slice(0, 12)}`,
      }),
    );
    if (isDone) await database.update(customerLink).set({ appliedAt: now }).where(eq(customerLink.id, link.id));
  }
}

/** Keeps a question of the customer, once by its id, and puts it among the waits of the job. */
export async function askOnLink(
  token: string,
  { id, text }: { id: string; text: string },
  now = new Date(),
): Promise<"kept" | "too-many" | "gone"> {
  const link = await openLink(token, now);
  if (!link) return "gone";
  if (link.messages.some((message) => message.id === id)) return "kept";
  if (link.messages.length >= MOST_MESSAGES) return "too-many";
  await database.insert(customerMessage).ignore().values({ id, linkId: link.id, personId: null, text, at: now });
  await editFromOutside(link.firmId, link.jobId, link.personId, `question ${id}`, ({ document }) =>
    firmWaitPatch(document, `question-${randomUUID().slice(0, 8)}`, `Question of ${link.name}: ${text}`, isoDay(now)),
  );
  return "kept";
}

/** The pictures that a customer of the job has sent already: another page does not ask for them again. */
async function sentBefore(jobId: string): Promise<ToldPicture[]> {
  const before = await database
    .select({ told: customerLink.told })
    .from(customerLink)
    .where(and(eq(customerLink.jobId, jobId), eq(customerLink.kind, "pictures")));
  const sent = before.flatMap(({ told }) => told ?? []).filter(({ said }) => said === "sent");
  return sent.filter(({ id }, i) => sent.findIndex((one) => one.id === id) === i);
}

/** Says what has become of an asked picture; a later answer goes before an earlier one. */
async function tell(linkId: string, told: ToldPicture): Promise<void> {
  await inTransaction(async (tx) => {
    const [found] = await tx
      .select({ told: customerLink.told })
      .from(customerLink)
      .where(eq(customerLink.id, linkId))
      .for("update");
    const others = (found?.told ?? []).filter(({ id }) => id !== told.id);
    await tx
      .update(customerLink)
      .set({ told: [...others, told] })
      .where(eq(customerLink.id, linkId));
  });
}

/** A picture as the customer's browser sends it, once by its id. */
export interface CustomerPicture extends KeptPicture {
  id: string;
  asked: AskedPictureId;
  takenAt: Date;
  /** The line that was drawn on it. */
  line: MarkPoint[];
}

/**
 * Keeps a picture of a customer, to be confirmed by the firm.
 * @returns false where it is not asked for; "too-many" where the customer has sent as many as a job takes
 */
export async function addCustomerPicture(link: OpenedLink, sent: CustomerPicture): Promise<boolean | "too-many"> {
  const { id, asked: askedId, takenAt, line, ...kept } = sent;
  const asked = askedPictures(link.document).find((one) => one.id === askedId);
  if (link.kind !== "pictures" || !asked) return false;
  const photos = photosOf(link.firmId);
  const before = (await photos.list(link.jobId))?.photos.filter(({ customer }) => customer) ?? [];
  if (before.length >= MOST_CUSTOMER_PICTURES && !before.some((one) => one.id === id)) return "too-many";
  const photo = { ...kept, id, item: asked.item, about: null, caption: asked.title, takenAt };
  const marks = line.length > 1 ? [{ kind: "route" as const, points: line }] : [];
  const added = await photos.add(link.jobId, link.personId, { ...photo, customer: link.name, marks });
  if (!added) return false;
  await tell(link.id, { id: asked.id, said: "sent", photo: id });
  return true;
}

/** Keeps that a picture cannot be taken, and what that says of the home. */
export async function tellNoPicture(link: OpenedLink, told: ToldPicture): Promise<boolean> {
  const asked = askedPictures(link.document).find((one) => one.id === told.id);
  if (link.kind !== "pictures" || told.said === "sent" || !asked?.answers.includes(told.said)) return false;
  await tell(link.id, told);
  await editFromOutside(
    link.firmId,
    link.jobId,
    link.personId,
    `told ${link.id} ${told.id} ${told.said}`,
    ({ document }) => toldPicturePatch(document, told),
  );
  return true;
}

/** Writes a customer's answers into the job with the source "told"; values that were read are not changed. */
export async function tellAnswers(link: OpenedLink, answers: ToldAnswers): Promise<boolean> {
  if (link.kind !== "pictures") return false;
  const about = `answers ${link.id} ${JSON.stringify(answers)}`;
  return editFromOutside(link.firmId, link.jobId, link.personId, about, ({ document }) =>
    toldAnswersPatch(document, answers, (kind) => `${kind}-${randomUUID().slice(0, 8)}`),
  );
}
