/** Where edits wait until the server has them, beside the case they were made on, so that nothing typed is lost. */
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { currentCase, currentEdits } from "#core/case/document/upgrade.ts";
import type { ConfirmedCase } from "#core/wire.ts";
import { browserDatabase } from "#ui/offline/database.ts";

export interface WaitingEdit {
  id: string;
  baseRevision: number;
  baseEdit?: string | undefined;
  patch: Patch;
}

/** An edit that the server fails on again and again: put aside with the case it was made on, until a person decides. */
export interface ParkedEdit {
  id: string;
  patch: Patch;
  madeOn: CaseDocument;
}

/** The state left by an earlier page: its waiting edits in order, the case they were made on, and its parked edits. */
export interface LeftWaiting {
  edits: WaitingEdit[];
  base: ConfirmedCase | null;
  parked: ParkedEdit[];
}

export interface Outbox {
  load(): Promise<LeftWaiting>;
  /** Stores edits by sequence number; an edit stored before is overwritten. */
  put(edits: readonly { edit: WaitingEdit; place: number }[]): void;
  /** The server has confirmed up to `base`; the named edits wait no longer. One step, so that none is done twice. */
  confirm(base: ConfirmedCase, done: readonly string[]): void;
  /** The server has an older case than this browser knew, as after a restore: that one counts. */
  startFrom(base: ConfirmedCase): void;
  park(edits: readonly ParkedEdit[]): void;
  unpark(ids: readonly string[]): void;
}

/** An outbox in the browser's database, for one job. Writes follow each other in the order they are asked for. */
export function browserOutbox(jobId: string): Outbox {
  let last: Promise<unknown> = Promise.resolve();
  const next = (work: () => Promise<unknown>) => {
    last = last.then(work).catch((error) => console.warn("not kept in the browser:", error));
  };
  return {
    async load() {
      const db = await browserDatabase();
      const [edits, base, kept] = await Promise.all([
        db.getAllFromIndex("edits", "job", jobId),
        db.get("bases", jobId),
        db.getAllFromIndex("parked", "job", jobId),
      ]);
      const parked = kept.map(({ id, patch, madeOn }) => ({ id, patch, madeOn: currentCase(madeOn) }));
      const waiting = edits
        .sort((a, b) => a.place - b.place)
        .map(({ id, baseRevision, patch }) => ({ id, baseRevision, patch }));
      // Data stored by an older page is upgraded, together with the edits made on it.
      return base
        ? {
            edits: currentEdits(base.document, waiting),
            base: {
              document: currentCase(base.document),
              revision: base.revision,
              lastEdit: base.lastEdit ?? null,
            },
            parked,
          }
        : { edits: waiting, base: null, parked };
    },
    put(edits) {
      next(async () => {
        const tx = (await browserDatabase()).transaction("edits", "readwrite");
        for (const { edit, place } of edits) tx.store.put({ ...edit, jobId, place });
        await tx.done;
      });
    },
    confirm({ document, revision, lastEdit }, done) {
      next(async () => {
        const tx = (await browserDatabase()).transaction(["edits", "bases"], "readwrite");
        for (const id of done) tx.objectStore("edits").delete(id);
        const known = await tx.objectStore("bases").get(jobId);
        if (!known || known.revision <= revision) tx.objectStore("bases").put({ jobId, document, revision, lastEdit });
        await tx.done;
      });
    },
    startFrom: (base) => next(async () => void (await browserDatabase()).put("bases", { jobId, ...base })),
    park: (edits) =>
      next(async () => {
        const tx = (await browserDatabase()).transaction("parked", "readwrite");
        for (const edit of edits) tx.store.put({ ...edit, jobId });
        await tx.done;
      }),
    unpark: (ids) =>
      next(async () => {
        const tx = (await browserDatabase()).transaction("parked", "readwrite");
        for (const id of ids) tx.store.delete(id);
        await tx.done;
      }),
  };
}
