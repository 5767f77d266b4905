/** React's view of the photo store, and the browser's side of it. */

import { createContext, type ReactNode, use, useEffect, useState, useSyncExternalStore } from "react";
import { hasRight, type Role } from "#core/firm/rights.ts";
import type { PhotoEntry, Photographer, PhotoList } from "#core/survey/photo.ts";
import { ANSWERS } from "#core/wire.ts";
import { asDevicePerson, askFor, fetchAnswer } from "#ui/live/connection.ts";
import { callAfter, whenOnline } from "#ui/live/retry.ts";
import { browserQueue } from "./browser-queue.ts";
import { type PhotoState, PhotoStore, type PhotoTask, type TaskAnswer } from "./photo-store.ts";

const SEND_PATIENCE_MS = 60_000;

async function send(jobId: string, task: PhotoTask): Promise<TaskAnswer> {
  const at = `/jobs/${jobId}/photos`;
  const response = await (() => {
    const headers = asDevicePerson();
    if (task.kind === "remove") return fetchAnswer(`${at}/${task.id}`, { method: "DELETE", headers }, SEND_PATIENCE_MS);
    if (task.kind === "change")
      return fetchAnswer(
        `${at}/${task.id}`,
        { method: "PATCH", headers, body: JSON.stringify(task.change) },
        SEND_PATIENCE_MS,
      );
    const form = new FormData();
    const { id, item, about, caption, takenAt } = task.photo;
    const said = { id, item, ...(about && { about }), caption, takenAt: String(Date.parse(takenAt)) };
    for (const [name, value] of Object.entries(said)) form.set(name, value);
    form.set("picture", task.blob, `${id}.jpg`);
    return fetchAnswer(at, { method: "POST", headers, body: form }, SEND_PATIENCE_MS);
  })();
  if (response?.ok) return { kind: "done" };
  if (!response || response.status === 401) return { kind: "unreachable" };
  const problem = await response.text().catch(() => null);
  return problem === null ? { kind: "unreachable" } : { kind: "refused", problem };
}

const fetchList = (jobId: string): Promise<PhotoList | null> =>
  askFor(ANSWERS.photos, `/jobs/${jobId}/photos`, SEND_PATIENCE_MS);

const PhotoContext = createContext<{ store: PhotoStore; person: Photographer & { role: Role } } | null>(null);

export function PhotoProvider(props: {
  jobId: string;
  list: PhotoList;
  /** The person who has the job open. */
  person: Photographer & { role: Role };
  children: ReactNode;
}) {
  const { jobId, children } = props;
  // One object while the page is open, so that context readers are not rendered again.
  const [context] = useState(() => ({
    person: props.person,
    store: new PhotoStore({
      list: props.list,
      queue: browserQueue(jobId),
      fetchList: () => fetchList(jobId),
      send: (task) => send(jobId, task),
      addressOf: (id, size) => `/jobs/${jobId}/photos/${id}${size === "thumbnail" ? "?size=thumbnail" : ""}`,
      localAddress: (blob) => URL.createObjectURL(blob),
      later: callAfter,
    }),
  }));
  const { store } = context;
  useEffect(() => {
    void store.resume();
    return whenOnline(() => store.sendSoon());
  }, [store]);
  return <PhotoContext value={context}>{children}</PhotoContext>;
}

function usePhotoContext() {
  const context = use(PhotoContext);
  if (!context) throw new Error("photos stand inside PhotoProvider");
  return context;
}

export const usePhotoStore = (): PhotoStore => usePhotoContext().store;

/** The photographer of this page's photos. */
export function usePhotographer(): Photographer {
  const { id, name } = usePhotoContext().person;
  return { id, name };
}

/** Whether the person may take a photo away. */
export function useMayRemove({ takenBy }: Pick<PhotoEntry, "takenBy">): boolean {
  const { id, role } = usePhotoContext().person;
  return hasRight(role, takenBy.id === id ? "remove-own-pictures" : "remove-others-pictures");
}

export function usePhotos(): PhotoState {
  const store = usePhotoStore();
  return useSyncExternalStore(store.subscribe, store.getState, store.getState);
}
