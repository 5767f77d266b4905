/** All access to the interval data of jobs, and to what a firm has said of its files; every query is limited to one firm. */
import { and, asc, eq } from "drizzle-orm";
import type { MappingOfHead } from "#core/energy/intervals/formats/mapping.ts";
import type { KeptAbout } from "#core/energy/intervals/kept.ts";
import { intervalData, intervalMapping, job } from "#db/schema.ts";
import { database, executeBinary, inTransaction } from "./database.ts";

/** Files of one job; a firm has no use for more, and one page lists them all. */
export const MOST_FILES = 20;

export function intervalsOf(firmId: string) {
  const hasJob = async (jobId: string): Promise<boolean> => {
    const found = await database
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.id, jobId), eq(job.firmId, firmId)));
    return found.length > 0;
  };
  const own = (jobId: string, digest: string) => and(eq(intervalData.jobId, jobId), eq(intervalData.digest, digest));

  return {
    /** The stored data of a job, without its values; null where the firm has no such job. */
    async list(jobId: string): Promise<KeptAbout[] | null> {
      if (!(await hasJob(jobId))) return null;
      const rows = await database
        .select({ about: intervalData.about })
        .from(intervalData)
        .where(eq(intervalData.jobId, jobId))
        .orderBy(asc(intervalData.addedAt), asc(intervalData.digest));
      return rows.map((row) => row.about);
    },

    /** Keeps data once by its digest; null where the firm has no such job. */
    async add(
      jobId: string,
      personId: string,
      about: KeptAbout,
      values: Buffer,
    ): Promise<"kept" | "known" | "too-many" | null> {
      return inTransaction(async (tx) => {
        // One file of a job after the other, so that the limit holds.
        const [owned] = await tx
          .select({ id: job.id })
          .from(job)
          .where(and(eq(job.id, jobId), eq(job.firmId, firmId)))
          .for("update");
        if (!owned) return null;
        const kept = await tx
          .select({ digest: intervalData.digest })
          .from(intervalData)
          .where(eq(intervalData.jobId, jobId));
        if (kept.some((k) => k.digest === about.digest)) return "known";
        if (kept.length >= MOST_FILES) return "too-many";
        await executeBinary(
          tx.insert(intervalData).values({ jobId, digest: about.digest, about, values, personId }),
          tx,
        );
        return "kept";
      });
    },

    /** The description of data, and its packed values. */
    async find(jobId: string, digest: string): Promise<{ about: KeptAbout; values: Buffer } | null> {
      const [found] = await database
        .select({ about: intervalData.about, values: intervalData.values })
        .from(intervalData)
        .innerJoin(job, eq(intervalData.jobId, job.id))
        .where(and(own(jobId, digest), eq(job.firmId, firmId)));
      return found ?? null;
    },

    /** Takes data away; doing it twice is no fault. False where the firm has no such job. */
    async remove(jobId: string, digest: string): Promise<boolean> {
      if (!(await hasJob(jobId))) return false;
      await database.delete(intervalData).where(own(jobId, digest));
      return true;
    },

    /** The firm's answers on the columns of its files. */
    mappings: (): Promise<MappingOfHead[]> =>
      database
        .select({ head: intervalMapping.head, mapping: intervalMapping.mapping })
        .from(intervalMapping)
        .where(eq(intervalMapping.firmId, firmId)),

    /** Remembers an answer; the last answer for a kind of file counts. */
    async remember({ head, mapping }: MappingOfHead): Promise<void> {
      await database
        .insert(intervalMapping)
        .values({ firmId, head, mapping })
        .onDuplicateKeyUpdate({ set: { mapping, at: new Date() } });
    },
  };
}
