/** React's view of the photo store, and the browser's side of it. */

import { createContext, type ReactNode, use, useEffect, useState, useSyncExternalStore } from "react";
import type { PhotoList } from "#core/survey/photo.ts";
import { browserQueue } from "./browser-queue.ts";
import { type PhotoState, PhotoStore, type PhotoTask, type TaskAnswer } from "./photo-store.ts";

const SEND_PATIENCE_MS = 60_000;

async function send(jobId: string, task: PhotoTask): Promise<TaskAnswer> {
  const at = `/jobs/${jobId}/photos`;
  const signal = AbortSignal.timeout(SEND_PATIENCE_MS);
  try {
    const response = await (() => {
      if (task.kind === "remove") return fetch(`${at}/${task.id}`, { method: "DELETE", signal });
      if (task.kind === "change")
        return fetch(`${at}/${task.id}`, { method: "PATCH", signal, body: JSON.stringify(task.change) });
      const form = new FormData();
      const { id, item, about, caption, takenAt } = task.photo;
      const said = { id, item, ...(about && { about }), caption, takenAt: String(Date.parse(takenAt)) };
      for (const [name, value] of Object.entries(said)) form.set(name, value);
      form.set("picture", task.blob, `${id}.jpg`);
      return fetch(at, { method: "POST", body: form, signal });
    })();
    if (response.ok) return { kind: "done" };
    if (response.status >= 500 || response.status === 429 || response.status === 401) return { kind: "unreachable" };
    return { kind: "refused", problem: await response.text() };
  } catch {
    return { kind: "unreachable" };
  }
}

async function fetchList(jobId: string): Promise<PhotoList | null> {
  try {
    const response = await fetch(`/jobs/${jobId}/photos`);
    return response.ok ? ((await response.json()) as PhotoList) : null;
  } catch {
    return null;
  }
}

const PhotoContext = createContext<PhotoStore | null>(null);

export function PhotoProvider(props: { jobId: string; list: PhotoList; children: ReactNode }) {
  const { jobId, children } = props;
  const [store] = useState(
    () =>
      new PhotoStore({
        list: props.list,
        queue: browserQueue(jobId),
        fetchList: () => fetchList(jobId),
        send: (task) => send(jobId, task),
        addressOf: (id, size) => `/jobs/${jobId}/photos/${id}${size === "thumbnail" ? "?size=thumbnail" : ""}`,
        localAddress: (blob) => URL.createObjectURL(blob),
        later: (work, ms) => {
          const timer = setTimeout(work, ms);
          return () => clearTimeout(timer);
        },
      }),
  );
  useEffect(() => {
    void store.resume();
    const online = () => store.sendSoon(0);
    window.addEventListener("online", online);
    return () => window.removeEventListener("online", online);
  }, [store]);
  return <PhotoContext value={store}>{children}</PhotoContext>;
}

export function usePhotoStore(): PhotoStore {
  const store = use(PhotoContext);
  if (!store) throw new Error("photos stand inside PhotoProvider");
  return store;
}

export function usePhotos(): PhotoState {
  const store = usePhotoStore();
  return useSyncExternalStore(store.subscribe, store.getState, store.getState);
}
