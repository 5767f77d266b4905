/** Where edits wait until the server has them: in the browser, one entry an edit, so that nothing typed is lost. */
import type { Patch } from "../../../core/case/patch.ts";

export interface WaitingEdit {
  id: string;
  baseRevision: number;
  patch: Patch;
}

export interface Outbox {
  all(): WaitingEdit[];
  put(edit: WaitingEdit, place: number): void;
  take(id: string): void;
}

/** An outbox in the browser's storage, for one job. */
export function browserOutbox(jobId: string, storage: Storage): Outbox {
  const prefix = `heron.waiting.${jobId}.`;
  return {
    all: () =>
      Object.keys(storage)
        .filter((key) => key.startsWith(prefix))
        .map((key) => JSON.parse(storage.getItem(key) as string) as WaitingEdit & { place: number })
        .sort((a, b) => a.place - b.place)
        .map(({ id, baseRevision, patch }) => ({ id, baseRevision, patch })),
    put: (edit, place) => storage.setItem(prefix + edit.id, JSON.stringify({ ...edit, place })),
    take: (id) => storage.removeItem(prefix + id),
  };
}
