/**
 * The pictures of an open job: those on the server and those waiting in the browser, as one list. Every change is a
 * task; tasks are stored in the browser and sent in order, each exactly once.
 */
import type { PhotoChange, PhotoEntry, PhotoList } from "#core/survey/photo.ts";
import { ObservableStore } from "#ui/live/observable-store.ts";
import type { CallAfter } from "#ui/live/retry.ts";
import { SendQueue } from "#ui/live/send-queue.ts";

export type PhotoTask =
  | { place: number; kind: "add"; photo: PhotoEntry; blob: Blob }
  | { place: number; kind: "change"; id: string; change: PhotoChange }
  | { place: number; kind: "remove"; id: string };
export type NewPhotoTask = PhotoTask extends infer T ? (T extends PhotoTask ? Omit<T, "place"> : never) : never;

export interface PhotoQueue {
  all(): Promise<PhotoTask[]>;
  /** Stores a task and returns it with its sequence number; resolves once it is stored. */
  put(task: NewPhotoTask): Promise<PhotoTask>;
  take(place: number): Promise<void>;
}

/** done: the server has it; unreachable: try again; refused: it never will, with the reason. */
export type TaskAnswer = { kind: "done" } | { kind: "unreachable" } | { kind: "refused"; problem: string };

export interface ShownPhoto extends PhotoEntry {
  /** True while it is only in this browser. */
  waiting: boolean;
  /** Address of its picture and thumbnail. */
  picture: string;
  thumbnail: string;
}

export interface PhotoState {
  photos: readonly ShownPhoto[];
  /** Tasks that the server has not taken yet. */
  waiting: number;
  /** Whether the line was found dead at the last try. */
  offline: boolean;
  problems: readonly string[];
}

export interface PhotoStoreOptions {
  /** As the page came with them. */
  list: PhotoList;
  queue: PhotoQueue;
  /** The server's list; null where it cannot be reached. */
  fetchList(): Promise<PhotoList | null>;
  send(task: PhotoTask): Promise<TaskAnswer>;
  addressOf(id: string, size: "picture" | "thumbnail"): string;
  /** An address for a picture that is only here. */
  localAddress(blob: Blob): string;
  later: CallAfter;
}

export class PhotoStore extends ObservableStore<PhotoState> {
  private server: readonly PhotoEntry[];
  private revision: number;
  /** The server reported changes while our tasks were in flight. */
  private stale = false;
  private tasks: PhotoTask[] = [];
  private local = new Map<string, string>();
  private problems: string[] = [];
  private offline = false;
  private readonly sender: SendQueue<PhotoTask, Exclude<TaskAnswer, { kind: "unreachable" }>>;
  protected state: PhotoState = { photos: [], waiting: 0, offline: false, problems: [] };

  constructor(private readonly options: PhotoStoreOptions) {
    super();
    this.sender = new SendQueue({
      next: () => this.tasks[0],
      send: async (task) => {
        const answer = await options.send(task);
        return answer.kind === "unreachable" ? null : answer;
      },
      answered: async (task, answer) => {
        this.offline = false;
        if (answer.kind === "done") this.server = apply(this.server, task);
        else this.problems = [...this.problems, answer.problem];
        this.tasks = this.tasks.filter((t) => t !== task);
        await options.queue.take(task.place);
        this.show();
      },
      unanswered: () => {
        this.offline = true;
      },
      atRest: async () => {
        this.show();
        if (!this.stale) return;
        this.stale = false;
        await this.refresh();
      },
      later: options.later,
    });
    this.server = options.list.photos;
    this.revision = options.list.revision;
    this.show();
  }

  /** Takes up what waits and asks the server for its list; call once, when the page is live. */
  async resume(): Promise<void> {
    const known = new Set(this.tasks.map((t) => t.place));
    // A browser that keeps nothing has nothing waiting.
    const left = await this.options.queue.all().catch(() => []);
    this.tasks = [...left.filter((t) => !known.has(t.place)), ...this.tasks];
    this.show();
    await this.refresh();
    this.sendSoon();
  }

  /** The server's photos have reached a revision: asks for them where ours are of another one. */
  async follow(revision: number): Promise<void> {
    if (revision === this.revision) return;
    if (this.sender.isSending) this.stale = true;
    else await this.refresh();
  }

  private async refresh(): Promise<void> {
    const list = await this.options.fetchList();
    // The list may lack tasks that were sent meanwhile.
    if (this.sender.isSending) this.stale = true;
    else if (list) {
      this.server = list.photos;
      this.revision = list.revision;
      this.show();
    }
  }

  /** Runs a task: shown and stored at once, sent when there is a connection. */
  async take(task: NewPhotoTask): Promise<void> {
    this.tasks = [...this.tasks, await this.options.queue.put(task)];
    this.show();
    if (!this.offline) this.sendSoon();
  }

  /** Reports a problem that occurred before a task was made, such as a file that is not a picture. */
  complain(problem: string): void {
    this.problems = [...this.problems, problem];
    this.show();
  }
  dismissProblems(): void {
    this.problems = [];
    this.show();
  }

  /** Sends what waits now, for instance because the line is back. */
  sendSoon(): void {
    this.sender.soon();
  }

  private show(): void {
    const all = this.tasks.reduce<readonly PhotoEntry[]>(apply, this.server);
    const kept = new Set(this.server.map((p) => p.id));
    for (const task of this.tasks)
      if (task.kind === "add" && !this.local.has(task.photo.id))
        this.local.set(task.photo.id, this.options.localAddress(task.blob));
    const photos = all.map((photo) => ({
      ...photo,
      waiting: !kept.has(photo.id),
      picture: this.local.get(photo.id) ?? this.options.addressOf(photo.id, "picture"),
      thumbnail: this.local.get(photo.id) ?? this.options.addressOf(photo.id, "thumbnail"),
    }));
    this.becomes({ photos, waiting: this.tasks.length, offline: this.offline, problems: this.problems });
  }
}

/** Applies a task to a list of photos. */
function apply(photos: readonly PhotoEntry[], task: PhotoTask): readonly PhotoEntry[] {
  switch (task.kind) {
    case "add":
      return photos.some((p) => p.id === task.photo.id) ? photos : [...photos, task.photo];
    case "change":
      return photos.map((p) => (p.id === task.id ? { ...p, ...task.change } : p));
    case "remove":
      return photos.filter((p) => p.id !== task.id);
  }
}
