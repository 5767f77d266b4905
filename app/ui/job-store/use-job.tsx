/** React's view of the job store, and the browser's side of it: sending, server-sent events, coming back online. */
import {
  createContext,
  memo,
  type ReactNode,
  use,
  useDeferredValue,
  useEffect,
  useState,
  useSyncExternalStore,
} from "react";
import type { AssessedCase } from "#core/assessed-case.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { KeptBook } from "#core/estimate/quoted-book.ts";
import { REFUSAL_HEADER } from "#core/headers.ts";
import { ANSWERS, parseAnswer } from "#core/wire.ts";
import { asDevicePerson, fetchAnswer, isPassing } from "#ui/live/connection.ts";
import { callAfter, whenOnline } from "#ui/live/retry.ts";
import { type DevicePerson, setDevicePerson } from "#ui/offline/device-people.ts";
import { forgetPages } from "#ui/offline/pages.ts";
import { type JobState, JobStore, type SendAnswer } from "./job-store.ts";
import { browserOutbox, type Outbox, type WaitingEdit } from "./outbox.ts";

const NOWHERE: Outbox = {
  load: async () => ({ edits: [], base: null, parked: [] }),
  put: () => {},
  confirm: () => {},
  startFrom: () => {},
  park: () => {},
  unpark: () => {},
};
const SEND_PATIENCE_MS = 8000;

async function send(jobId: string, edit: WaitingEdit): Promise<SendAnswer> {
  const headers = { "Content-Type": "application/json", ...asDevicePerson() };
  const init = { method: "POST", headers, body: JSON.stringify(edit) };
  const response = await fetchAnswer(`/jobs/${jobId}/edits`, init, SEND_PATIENCE_MS, isPassing);
  if (!response) return { kind: "unreachable" };
  if (response.status >= 500) return { kind: "failing", status: response.status };
  if (response.status === 401) {
    void forgetPages(jobId);
    return { kind: response.headers.get(REFUSAL_HEADER) === "other-person" ? "other-person" : "signed-out" };
  }
  try {
    const text = await response.text();
    if (response.headers.get("Content-Type")?.includes("json"))
      return parseAnswer(ANSWERS.edit, text) ?? { kind: "unreachable" };
    return { kind: "refused", problems: [{ path: "", message: text }] };
  } catch {
    // It broke off in the middle of its answer.
    return { kind: "unreachable" };
  }
}

/** The store of each job that was open in this window last. */
const lastStores = new Map<string, JobStore>();

const JobContext = createContext<JobStore | null>(null);

export function JobProvider(props: {
  jobId: string;
  document: CaseDocument;
  revision: number;
  lastEdit: string | null;
  books: readonly KeptBook[];
  /** The person who has the job open. */
  person: DevicePerson;
  children: ReactNode;
}) {
  const { jobId, person, children } = props;
  if (typeof indexedDB !== "undefined") setDevicePerson(person);
  const [store] = useState(() =>
    new JobStore({
      jobId,
      document: props.document,
      revision: props.revision,
      lastEdit: props.lastEdit,
      books: props.books,
      outbox: typeof indexedDB === "undefined" ? NOWHERE : browserOutbox(jobId),
      send: (edit) => send(jobId, edit),
      newId: () => crypto.randomUUID(),
      later: callAfter,
      now: () => Date.now(),
    }).follow(lastStores.get(jobId)),
  );

  useEffect(() => {
    lastStores.set(jobId, store);
    return whenOnline(() => store.sendSoon(0));
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

/** The case of the open job, assessed; the component is drawn again when the case changes. */
export const useJob = (): AssessedCase => useJobPart((state) => state.assessed);

/** The case with a short delay, for parts that are slow to draw, so that typing has priority. */
export const useJobLater = (): AssessedCase => useDeferredValue(useJob());

const REST_MS = 200;

/** The case after a moment without changes, for parts that need many complete calculations. */
export function useJobAtRest(): AssessedCase {
  const job = useJob();
  const [rested, setRested] = useState(job);
  useEffect(() => callAfter(() => setRested(job), REST_MS), [job]);
  return rested;
}

/**
 * The case once the page is live and has not changed for a moment; null before that. For parts with many complete
 * calculations below the first screen: the server does not compute them.
 */
export function useJobOnceLive(): AssessedCase | null {
  const job = useJobAtRest();
  const [isLive, setIsLive] = useState(false);
  useEffect(() => callAfter(() => setIsLive(true), REST_MS), []);
  return isLive ? job : null;
}

/**
 * A part that is slow to draw: it gets the case with a short delay and is drawn only when the case has changed. Fields
 * inside it read their own values directly and are never delayed.
 */
export function deferred<P extends object>(Part: (props: P & AssessedCase) => ReactNode): (props: P) => ReactNode {
  const Kept = memo(Part) as unknown as (props: P & AssessedCase) => ReactNode;
  return function Later(props: P) {
    return <Kept {...props} {...useJobLater()} />;
  };
}
