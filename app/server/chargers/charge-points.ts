/** Charge points of a firm's jobs: registered with a token that is shown once, changed and removed. */
import { and, asc, desc, eq, gte, sql } from "drizzle-orm";
import type { MeteredQuarters } from "#core/energy/metered/nights.ts";
import { CHARGED_WH, type FirmMonth } from "#core/energy/metered/quarters.ts";
import type { JobCharger } from "#core/wire.ts";
import { chargeNight, chargeNote, chargePoint, chargeQuarter, chargeSession, job } from "#db/schema.ts";
import { database, inTransaction } from "../database.ts";
import { newToken, tokenDigest } from "../secrets.ts";

/** Valid identities of a charge point; they are part of its address. */
export const CHARGE_POINT_ID = /^[\w.-]{1,48}$/;
/** More than a home has. */
const MOST_OF_JOB = 4;
const NOTES = 20;
const SESSIONS = 20;

export type Registered = { kind: "registered"; token: string } | { kind: "taken" | "too-many" | "not-found" };

/**
 * Registers a charge point for a job. Only the digest of its token is stored.
 * @param firmId whose job it is; null where the command line asks, which reaches all jobs
 */
export async function registerChargePoint(jobId: string, id: string, firmId: string | null): Promise<Registered> {
  return inTransaction(async (tx): Promise<Registered> => {
    const [found] = await tx
      .select({ firmId: job.firmId })
      .from(job)
      .where(firmId === null ? eq(job.id, jobId) : and(eq(job.id, jobId), eq(job.firmId, firmId)))
      .for("update");
    if (!found) return { kind: "not-found" };
    const [known] = await tx.select({ id: chargePoint.id }).from(chargePoint).where(eq(chargePoint.id, id));
    if (known) return { kind: "taken" };
    const own = await tx.select({ id: chargePoint.id }).from(chargePoint).where(eq(chargePoint.jobId, jobId));
    if (own.length >= MOST_OF_JOB) return { kind: "too-many" };
    const token = newToken();
    await tx.insert(chargePoint).values({ id, jobId, firmId: found.firmId, tokenDigest: tokenDigest(token) });
    return { kind: "registered", token };
  });
}

/** The charge points of one firm's jobs. */
export function chargePointsOf(firmId: string) {
  const ofJob = (jobId: string) => and(eq(chargePoint.jobId, jobId), eq(chargePoint.firmId, firmId));
  const own = (jobId: string, id: string) => and(ofJob(jobId), eq(chargePoint.id, id));
  return {
    register: (jobId: string, id: string) => registerChargePoint(jobId, id, firmId),

    async list(jobId: string): Promise<Omit<JobCharger, "live">[]> {
      const points = await database.select().from(chargePoint).where(ofJob(jobId)).orderBy(asc(chargePoint.addedAt));
      return Promise.all(
        points.map(async ({ id, vendor, model, serial, firmware, seenAt }) => {
          const [notes, sessions] = await Promise.all([
            database
              .select({ at: chargeNote.at, text: chargeNote.text })
              .from(chargeNote)
              .where(eq(chargeNote.chargePointId, id))
              .orderBy(desc(chargeNote.id))
              .limit(NOTES),
            database
              .select()
              .from(chargeSession)
              .where(eq(chargeSession.chargePointId, id))
              .orderBy(desc(chargeSession.id))
              .limit(SESSIONS),
          ]);
          return {
            id,
            vendor,
            model,
            serial,
            firmware,
            seenAt: seenAt?.toISOString() ?? null,
            notes: notes.map(({ at, text }) => ({ at: at.toISOString(), text })),
            sessions: sessions.map((one) => ({
              id: one.id,
              startedAt: one.startedAt.toISOString(),
              stoppedAt: one.stoppedAt?.toISOString() ?? null,
              kWh: one.stopWh === null ? null : (one.stopWh - one.startWh) / 1000,
              reason: one.reason,
            })),
          };
        }),
      );
    },

    /** Gives a charge point a new token; null where the job has no such charge point. */
    async renew(jobId: string, id: string): Promise<string | null> {
      const token = newToken();
      const [{ affectedRows }] = await database
        .update(chargePoint)
        .set({ tokenDigest: tokenDigest(token) })
        .where(own(jobId, id));
      return affectedRows > 0 ? token : null;
    },

    /** Removes a charge point with its energy; false where the job has none of that id. */
    async remove(jobId: string, id: string): Promise<boolean> {
      const [{ affectedRows }] = await database.delete(chargePoint).where(own(jobId, id));
      return affectedRows > 0;
    },

    /** Whether the job has this charge point. */
    async has(jobId: string, id: string): Promise<boolean> {
      return (await database.select({ id: chargePoint.id }).from(chargePoint).where(own(jobId, id))).length > 0;
    },

    /** Quarters of an hour of a job's charge points together, since a moment, the earliest first. */
    async quarters(jobId: string, since: Date): Promise<MeteredQuarters> {
      const rows = await database
        .select({
          at: chargeQuarter.at,
          wh: sql<number>`SUM(${chargeQuarter.wh})`,
          mostA: sql<number | null>`MAX(${chargeQuarter.mostA})`,
          leastOfferedA: sql<number | null>`MIN(${chargeQuarter.leastOfferedA})`,
          mostTotalA: sql<number | null>`MAX(${chargeQuarter.mostTotalA})`,
        })
        .from(chargeQuarter)
        .innerJoin(chargePoint, eq(chargePoint.id, chargeQuarter.chargePointId))
        .where(and(ofJob(jobId), gte(chargeQuarter.at, since)))
        .groupBy(chargeQuarter.at)
        .orderBy(chargeQuarter.at);
      return {
        at: rows.map(({ at }) => at.getTime() / 60_000),
        wh: rows.map(({ wh }) => wh),
        mostA: rows.map(({ mostA }) => mostA),
        leastOfferedA: rows.map(({ leastOfferedA }) => leastOfferedA),
        mostTotalA: rows.map(({ mostTotalA }) => mostTotalA),
      };
    },

    /** The months of all charge points of the firm together, the newest first. @param since "2025-12" */
    async months(since: string): Promise<FirmMonth[]> {
      const charged = sql`IF(${chargeNight.wh} > ${CHARGED_WH}, ${chargeNight.night}, NULL)`;
      return database
        .select({
          month: chargeNight.month,
          chargers: sql<number>`COUNT(DISTINCT ${chargeNight.chargePointId})`,
          kWh: sql<number>`SUM(${chargeNight.wh}) / 1000`,
          nights: sql<number>`COUNT(DISTINCT ${charged})`,
          mostA: sql<number | null>`MAX(${chargeNight.mostA})`,
          mostKW: sql<number | null>`MAX(${chargeNight.mostW}) / 1000`,
        })
        .from(chargePoint)
        .innerJoin(chargeNight, eq(chargeNight.chargePointId, chargePoint.id))
        .where(and(eq(chargePoint.firmId, firmId), gte(chargeNight.month, since)))
        .groupBy(chargeNight.month)
        .orderBy(desc(chargeNight.month));
    },
  };
}
