/**
 * Mail of the firms: a queue in the database, sent by any process through the mail server of the settings, and tried
 * again with growing waits. A mail that is being sent is leased, so that no other process sends it too.
 */
import { randomUUID } from "node:crypto";
import { and, asc, desc, eq, inArray, isNull, lt, lte, ne, or } from "drizzle-orm";
import { createTransport, type Transporter } from "nodemailer";
import { type SentMail, waitBeforeTryMin } from "#core/firm/mail.ts";
import { htmlOfMail, textOfMail, withoutTokens } from "#core/firm/mail-text.ts";
import { slug } from "#core/words.ts";
import { firm, issuedPaper, job, mail, person } from "#db/schema.ts";
import { database, inTransaction } from "./database.ts";
import { faultOf, log } from "./log.ts";
import { settings } from "./settings.ts";

const MINUTE_MS = 60_000;
/** A process that has not said by then how a mail went is gone. */
const LEASE_MS = 5 * MINUTE_MS;
const MOST_AT_ONCE = 20;
const LOOK_EVERY_MS = 2000;

export interface NewMail {
  jobId: string;
  toName: string;
  toAddress: string;
  subject: string;
  text: string;
  /** Ids of issued papers of the job. */
  attached: readonly string[];
}

/** The mail of one firm. */
export function postOf(firmId: string) {
  const ownJob = (jobId: string) => and(eq(job.id, jobId), eq(job.firmId, firmId));
  return {
    /** Whether Heron has a mail server to send by. */
    isSetUp: settings.smtpUrl !== "",

    /** The mail of a job, the newest first; null where the firm has no such job. */
    async list(jobId: string): Promise<SentMail[] | null> {
      const [found] = await database.select({ id: job.id }).from(job).where(ownJob(jobId));
      if (!found) return null;
      const rows = await database
        .select({ mail, by: person.name })
        .from(mail)
        .innerJoin(person, eq(person.id, mail.personId))
        .where(and(eq(mail.jobId, jobId), eq(mail.firmId, firmId)))
        .orderBy(desc(mail.createdAt));
      return rows.map(({ mail: { id, toName, toAddress, subject, state, tries, said, attached, ...times }, by }) => ({
        id,
        toName,
        toAddress,
        subject,
        state,
        tries,
        said,
        attached,
        by,
        createdAt: times.createdAt.toISOString(),
        sentAt: times.sentAt?.toISOString() ?? null,
        nextTryAt: times.nextTryAt.toISOString(),
      }));
    },

    /**
     * Puts a mail into the queue, once by its id.
     * @returns false where the firm has no such job, or the job has not issued what is attached
     */
    async send(order: NewMail & { id?: string }, personId: string, now = new Date()): Promise<boolean> {
      const { id = randomUUID(), jobId, attached, ...rest } = order;
      return inTransaction(async (tx) => {
        const [found] = await tx.select({ id: job.id }).from(job).where(ownJob(jobId));
        if (!found) return false;
        if (attached.length > 0) {
          const known = await tx
            .select({ id: issuedPaper.id })
            .from(issuedPaper)
            .where(
              and(
                eq(issuedPaper.jobId, jobId),
                isNull(issuedPaper.withdrawnAt),
                inArray(issuedPaper.id, [...attached]),
              ),
            );
          if (known.length !== new Set(attached).size) return false;
        }
        await tx
          .insert(mail)
          .ignore()
          .values({ id, firmId, jobId, attached, ...rest, nextTryAt: now, personId, createdAt: now });
        return true;
      });
    },

    /** Puts a refused or failed mail back into the queue for an immediate try; false if there is no such mail. */
    async again(mailId: string, now = new Date()): Promise<boolean> {
      const [{ affectedRows }] = await database
        .update(mail)
        .set({ state: "queued", nextTryAt: now, tries: 0, said: "" })
        .where(and(eq(mail.id, mailId), eq(mail.firmId, firmId), inArray(mail.state, ["refused", "failed", "queued"])));
      return affectedRows > 0;
    },

    /** Marks a sent mail as one that came back; false if there is no such mail. It is not sent again: its links are gone. */
    async markReturned(mailId: string): Promise<boolean> {
      const [{ affectedRows }] = await database
        .update(mail)
        .set({ state: "returned" })
        .where(and(eq(mail.id, mailId), eq(mail.firmId, firmId), eq(mail.state, "sent")));
      return affectedRows > 0;
    },

    /** Removes a mail that has not arrived; false if there is no such mail. */
    async remove(mailId: string): Promise<boolean> {
      const [{ affectedRows }] = await database
        .delete(mail)
        .where(and(eq(mail.id, mailId), eq(mail.firmId, firmId), ne(mail.state, "sent")));
      return affectedRows > 0;
    },
  };
}

type DueMail = typeof mail.$inferSelect;

/** Leases the mails that are due, the oldest first. */
const leaseDue = (now: Date): Promise<DueMail[]> =>
  inTransaction(async (tx) => {
    const due = await tx
      .select()
      .from(mail)
      .where(
        and(
          eq(mail.state, "queued"),
          lte(mail.nextTryAt, now),
          or(isNull(mail.leasedUntil), lt(mail.leasedUntil, now)),
        ),
      )
      .orderBy(asc(mail.nextTryAt))
      .limit(MOST_AT_ONCE)
      .for("update", { skipLocked: true });
    const ids = due.map(({ id }) => id);
    if (ids.length > 0)
      await tx
        .update(mail)
        .set({ leasedUntil: new Date(now.getTime() + LEASE_MS) })
        .where(inArray(mail.id, ids));
    return due;
  });

/** The message of a mail as the mail server takes it. */
async function messageOf({ id, firmId, personId, toName, toAddress, subject, text, attached }: DueMail) {
  const [from] = await database
    .select({ firm: firm.name, name: person.name, email: person.email })
    .from(person)
    .innerJoin(firm, eq(firm.id, person.firmId))
    .where(and(eq(person.id, personId), eq(firm.id, firmId)));
  const files =
    attached.length > 0
      ? await database
          .select({ paper: issuedPaper.paper, number: issuedPaper.number, pdf: issuedPaper.pdf, title: job.title })
          .from(issuedPaper)
          .innerJoin(job, eq(job.id, issuedPaper.jobId))
          .where(and(eq(job.firmId, firmId), inArray(issuedPaper.id, [...attached])))
      : [];
  const sender = { firm: from?.firm ?? "", person: from?.name ?? "" };
  return {
    // The same for every try, so that a receiving server can drop a repeated one.
    messageId: `<${id}@${settings.mailFrom.split("@")[1] ?? "heron"}>`,
    from: { name: sender.firm, address: settings.mailFrom },
    replyTo: from ? { name: `${from.name}, ${from.firm}`, address: from.email } : undefined,
    to: { name: toName, address: toAddress },
    subject,
    text: textOfMail(text, sender),
    html: htmlOfMail(text, sender),
    attachments: files.map(({ paper, number, pdf, title }) => ({
      filename: `${slug(title) || "job"}-${paper}-${number}.pdf`,
      content: pdf,
      contentType: "application/pdf",
    })),
  };
}

/**
 * Whether an error of a mail server is final: a 5xx response, or an address that cannot be used at all. All other errors
 * are retried.
 */
const isRefusedForGood = (error: unknown): boolean => {
  const { responseCode, code } = error as { responseCode?: number; code?: string };
  return responseCode === undefined ? code === "EENVELOPE" : responseCode >= 500;
};

async function sendOne(one: DueMail, transport: Pick<Transporter, "sendMail">, now: () => Date): Promise<void> {
  const done = (set: Partial<DueMail>) =>
    database
      .update(mail)
      .set({ leasedUntil: null, ...set })
      .where(eq(mail.id, one.id));
  try {
    await transport.sendMail(await messageOf(one));
    // The link is gone from the database once the customer has it.
    await done({ state: "sent", sentAt: now(), tries: one.tries + 1, said: "", text: withoutTokens(one.text) });
  } catch (error) {
    const said = String((error as { response?: string }).response ?? (error as Error).message).slice(0, 500);
    const tries = one.tries + 1;
    const wait = waitBeforeTryMin(tries);
    if (isRefusedForGood(error)) await done({ state: "refused", tries, said });
    else if (wait === null) await done({ state: "failed", tries, said });
    else await done({ tries, said, nextTryAt: new Date(now().getTime() + wait * MINUTE_MS) });
  }
}

/** Sends the mails that are due now. @returns how many there were */
export async function sendDueMail(
  transport: Pick<Transporter, "sendMail">,
  now: () => Date = () => new Date(),
): Promise<number> {
  const due = await leaseDue(now());
  await Promise.all(due.map((one) => sendOne(one, transport, now)));
  return due.length;
}

/** Looks for due mail again and again, where a mail server is set. @returns a function that stops it */
export function startPost(): () => void {
  if (settings.smtpUrl === "") return () => {};
  const transport = createTransport(settings.smtpUrl, { pool: true, maxConnections: 3 } as object);
  let isBusy = false;
  const look = async () => {
    if (isBusy) return;
    isBusy = true;
    try {
      while ((await sendDueMail(transport)) === MOST_AT_ONCE);
    } catch (error) {
      log.warn(faultOf(error), "mail waits, trying again");
    } finally {
      isBusy = false;
    }
  };
  const timer = setInterval(() => void look(), LOOK_EVERY_MS);
  timer.unref();
  return () => {
    clearInterval(timer);
    transport.close();
  };
}
