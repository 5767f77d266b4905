/** React's view of the job store, and the browser's side of it: sending, server-sent events, coming back online. */
import { createContext, type ReactNode, use, useEffect, useState, useSyncExternalStore } from "react";
import type { AppliedEdit } from "../../../core/case/edit.ts";
import type { CaseDocument } from "../../../core/case/types.ts";
import { type JobState, JobStore, type SendAnswer } from "./job-store.ts";
import { browserOutbox, type Outbox, type WaitingEdit } from "./outbox.ts";

const NOWHERE: Outbox = { all: () => [], put: () => {}, take: () => {} };
const SEND_PATIENCE_MS = 8000;

async function send(jobId: string, edit: WaitingEdit): Promise<SendAnswer> {
  try {
    const response = await fetch(`/jobs/${jobId}/edits`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(edit),
      signal: AbortSignal.timeout(SEND_PATIENCE_MS),
    });
    if (response.headers.get("Content-Type")?.includes("json")) return await response.json();
    if (response.status >= 500 || response.status === 429) return { kind: "unreachable" };
    return { kind: "refused", problems: [{ path: "", message: await response.text() }] };
  } catch {
    return { kind: "unreachable" };
  }
}

const JobContext = createContext<JobStore | null>(null);

export function JobProvider(props: { jobId: string; document: CaseDocument; revision: number; children: ReactNode }) {
  const { jobId, children } = props;
  const [store] = useState(
    () =>
      new JobStore({
        document: props.document,
        revision: props.revision,
        outbox: typeof localStorage === "undefined" ? NOWHERE : browserOutbox(jobId, localStorage),
        send: (edit) => send(jobId, edit),
        newId: () => crypto.randomUUID(),
        later: (work, ms) => {
          const timer = setTimeout(work, ms);
          return () => clearTimeout(timer);
        },
        now: () => Date.now(),
      }),
  );

  useEffect(() => {
    store.resume();
    const events = new EventSource(`/jobs/${jobId}/events?since=${store.getRevision()}`);
    events.onmessage = (event) => store.receive(JSON.parse(event.data) as AppliedEdit[]);
    const online = () => store.sendSoon(0);
    window.addEventListener("online", online);
    return () => {
      events.close();
      window.removeEventListener("online", online);
    };
  }, [store, jobId]);

  return <JobContext value={store}>{children}</JobContext>;
}

export function useJobStore(): JobStore {
  const store = use(JobContext);
  if (!store) throw new Error("useJob stands inside JobProvider");
  return store;
}

/** One part of the state of the open job; the component is drawn again only when that part is another one. */
export function useJobPart<T>(select: (state: JobState) => T): T {
  const store = useJobStore();
  const read = () => select(store.getState());
  return useSyncExternalStore(store.subscribe, read, read);
}

/** The state of the open job; the component is drawn again when it changes. */
export function useJob(): JobState {
  const store = useJobStore();
  return useSyncExternalStore(store.subscribe, store.getState, store.getState);
}
