/** All access to the photos of jobs goes through here, and every query is limited to one firm. */
import { and, asc, eq, sql } from "drizzle-orm";
import type { PhotoChange, PhotoList } from "#core/survey/photo.ts";
import type { PhotoMark } from "#core/survey/photo-marks.ts";
import type { ThingId } from "#core/survey/things.ts";
import { job, person, photo } from "#db/schema.ts";
import { database, executeBinary, inTransaction, type Transaction } from "./database.ts";
import type { KeptPicture } from "./pictures.ts";

export interface NewPhoto extends KeptPicture {
  id: string;
  item: string;
  about: ThingId | null;
  caption: string;
  takenAt: Date;
  /** Name of the customer who took it; the firm then has to confirm the photo. */
  customer?: string;
  marks?: PhotoMark[];
}

const entry = {
  id: photo.id,
  item: photo.item,
  about: photo.about,
  caption: photo.caption,
  width: photo.width,
  height: photo.height,
  marks: photo.marks,
  takenAt: photo.takenAt,
  takenBy: { id: person.id, name: person.name },
  customer: photo.customer,
  toConfirm: photo.toConfirm,
};

/** The photos of the jobs of one firm. */
export function photosOf(firmId: string) {
  /** Revision of the photos of the firm's job; null where the firm has no such job. */
  const revisionOf = async (jobId: string): Promise<number | null> => {
    const [found] = await database
      .select({ revision: job.photoRevision })
      .from(job)
      .where(and(eq(job.id, jobId), eq(job.firmId, firmId)));
    return found?.revision ?? null;
  };
  const hasJob = async (jobId: string) => (await revisionOf(jobId)) !== null;
  /** Holds the firm's job, so that a photo and the revision of the photos change together. False where it has none. */
  const lockJob = async (tx: Transaction, jobId: string): Promise<boolean> => {
    const found = await tx
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.id, jobId), eq(job.firmId, firmId)))
      .for("update");
    return found.length > 0;
  };
  const changed = (tx: Transaction, jobId: string) =>
    tx
      .update(job)
      .set({ photoRevision: sql`${job.photoRevision} + 1` })
      .where(eq(job.id, jobId));
  const own = (jobId: string, photoId: string) => and(eq(photo.id, photoId), eq(photo.jobId, jobId));

  return {
    /** Whether the firm has such a job. */
    hasJob,

    /** The photos of a job in the order they were taken, without their bytes; null where the firm has no such job. */
    async list(jobId: string): Promise<PhotoList | null> {
      // Read before the photos: a list may be newer than its revision, never older.
      const revision = await revisionOf(jobId);
      if (revision === null) return null;
      const rows = await database
        .select(entry)
        .from(photo)
        .innerJoin(person, eq(person.id, photo.personId))
        .where(eq(photo.jobId, jobId))
        .orderBy(asc(photo.takenAt), asc(photo.id));
      return { revision, photos: rows.map((row) => ({ ...row, takenAt: row.takenAt.toISOString() })) };
    },

    /** Keeps a photo, once by its id. Null where the firm has no such job, or the id is another job's. */
    async add(
      jobId: string,
      personId: string,
      { takenAt, customer = "", marks = [], ...kept }: NewPhoto,
    ): Promise<"kept" | "known" | null> {
      return inTransaction(async (tx) => {
        if (!(await lockJob(tx, jobId))) return null;
        const [known] = await tx.select({ jobId: photo.jobId }).from(photo).where(eq(photo.id, kept.id));
        if (known) return known.jobId === jobId ? "known" : null;
        await executeBinary(
          tx.insert(photo).values({ ...kept, jobId, personId, takenAt, marks, customer, toConfirm: customer !== "" }),
          tx,
        );
        await changed(tx, jobId);
        return "kept";
      });
    },

    /** Changes the description or the marks of a photo; false where it does not exist. */
    async change(jobId: string, photoId: string, changes: PhotoChange): Promise<boolean> {
      return inTransaction(async (tx) => {
        if (!(await lockJob(tx, jobId))) return false;
        const found = await tx.select({ id: photo.id }).from(photo).where(own(jobId, photoId));
        if (found.length === 0) return false;
        if (Object.keys(changes).length > 0) {
          await tx.update(photo).set(changes).where(own(jobId, photoId));
          await changed(tx, jobId);
        }
        return true;
      });
    },

    /**
     * Takes a photo away; doing it twice is no fault. False where the firm has no such job.
     * @param onlyOf the one person whose photos may go; null where anybody's may
     */
    async remove(jobId: string, photoId: string, onlyOf: string | null = null): Promise<boolean | "not-own"> {
      return inTransaction(async (tx) => {
        if (!(await lockJob(tx, jobId))) return false;
        if (onlyOf !== null) {
          const [found] = await tx.select({ by: photo.personId }).from(photo).where(own(jobId, photoId));
          if (found && found.by !== onlyOf) return "not-own";
        }
        await tx.delete(photo).where(own(jobId, photoId));
        await changed(tx, jobId);
        return true;
      });
    },

    /** The bytes of a photo or its thumbnail, JPEG. */
    async bytes(jobId: string, photoId: string, size: "picture" | "thumbnail"): Promise<Buffer | null> {
      const [found] = await database
        .select({ bytes: photo[size] })
        .from(photo)
        .innerJoin(job, eq(photo.jobId, job.id))
        .where(and(own(jobId, photoId), eq(job.firmId, firmId)));
      return found?.bytes ?? null;
    },
  };
}
