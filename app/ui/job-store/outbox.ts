/** Where edits wait until the server has them, beside the case they were made on, so that nothing typed is lost. */
import type { Patch } from "#core/case/document/patch.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { currentCase, currentEdits } from "#core/case/document/upgrade.ts";
import { browserDatabase } from "#ui/offline/database.ts";

export interface WaitingEdit {
  id: string;
  baseRevision: number;
  patch: Patch;
}

/** The case as the server last confirmed it. */
export interface Base {
  document: CaseDocument;
  revision: number;
}

export interface Outbox {
  /** What an earlier page left: its waiting edits in order, and the case they were made on. */
  load(): Promise<{ edits: WaitingEdit[]; base: Base | null }>;
  /** Keeps edits at their places; an edit kept before is overwritten. */
  put(edits: readonly { edit: WaitingEdit; place: number }[]): void;
  /** The server has confirmed up to `base`; the named edits wait no longer. One step, so that none is done twice. */
  confirm(base: Base, done: readonly string[]): void;
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
      const [edits, base] = await Promise.all([db.getAllFromIndex("edits", "job", jobId), db.get("bases", jobId)]);
      const waiting = edits
        .sort((a, b) => a.place - b.place)
        .map(({ id, baseRevision, patch }) => ({ id, baseRevision, patch }));
      // What an older page kept is read as this version reads it, and so are the edits that were made on it.
      return base
        ? {
            edits: currentEdits(base.document, waiting),
            base: { document: currentCase(base.document), revision: base.revision },
          }
        : { edits: waiting, base: null };
    },
    put(edits) {
      next(async () => {
        const tx = (await browserDatabase()).transaction("edits", "readwrite");
        for (const { edit, place } of edits) tx.store.put({ ...edit, jobId, place });
        await tx.done;
      });
    },
    confirm({ document, revision }, done) {
      next(async () => {
        const tx = (await browserDatabase()).transaction(["edits", "bases"], "readwrite");
        for (const id of done) tx.objectStore("edits").delete(id);
        const known = await tx.objectStore("bases").get(jobId);
        if (!known || known.revision <= revision) tx.objectStore("bases").put({ jobId, document, revision });
        await tx.done;
      });
    },
  };
}
