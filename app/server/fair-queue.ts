/** A queue for work that takes long: it serves its senders in turn, so that no sender keeps the others waiting. */
import { refuse } from "./refusals.ts";

export interface FairQueueLimits {
  /** Tasks that run at the same time. */
  atOnce: number;
  /** Of these, tasks of one sender. */
  atOnceOfOne?: number;
  /** Tasks that wait, of all senders together. */
  mostWaiting: number;
  /** Tasks of one sender that wait. */
  mostWaitingOfOne: number;
}

interface WaitingTask {
  start(): void;
}

export class FairQueue {
  /** The sender that is served next comes first. */
  private readonly waitingBySender = new Map<string, Set<WaitingTask>>();
  private readonly runningBySender = new Map<string, number>();
  private running = 0;
  private waitingCount = 0;

  constructor(private readonly limits: FairQueueLimits) {}

  /** Number of tasks that wait. */
  get size(): number {
    return this.waitingCount;
  }

  /** Whether nothing runs and nothing waits. */
  get isIdle(): boolean {
    return this.running === 0 && this.waitingCount === 0;
  }

  /**
   * Runs a task when it is the sender's turn.
   * @param sender a person, a firm or a network address
   * @param signal aborted when nobody waits for the result any more: a waiting task then leaves the queue
   * @throws the refusal "busy" where the queue or the sender's share of it is full
   */
  run<T>(sender: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    if (signal?.aborted) return Promise.reject(refuse("busy"));
    const own = this.waitingBySender.get(sender);
    if (this.waitingCount >= this.limits.mostWaiting || (own?.size ?? 0) >= this.limits.mostWaitingOfOne)
      return Promise.reject(refuse("busy"));
    return new Promise<T>((resolve, reject) => {
      const leave = () => {
        if (this.remove(sender, task)) reject(refuse("busy"));
      };
      const task: WaitingTask = {
        start: () => {
          signal?.removeEventListener("abort", leave);
          void this.runNow(sender, work).then(resolve, reject);
        },
      };
      signal?.addEventListener("abort", leave, { once: true });
      this.add(sender, task);
      this.startNext();
    });
  }

  private async runNow<T>(sender: string, work: () => Promise<T>): Promise<T> {
    this.running++;
    this.runningBySender.set(sender, (this.runningBySender.get(sender) ?? 0) + 1);
    try {
      return await work();
    } finally {
      this.running--;
      const left = (this.runningBySender.get(sender) ?? 1) - 1;
      if (left > 0) this.runningBySender.set(sender, left);
      else this.runningBySender.delete(sender);
      this.startNext();
    }
  }

  private add(sender: string, task: WaitingTask): void {
    const own = this.waitingBySender.get(sender) ?? new Set();
    this.waitingBySender.set(sender, own.add(task));
    this.waitingCount++;
  }

  private remove(sender: string, task: WaitingTask): boolean {
    const own = this.waitingBySender.get(sender);
    if (!own?.delete(task)) return false;
    if (own.size === 0) this.waitingBySender.delete(sender);
    this.waitingCount--;
    return true;
  }

  private startNext(): void {
    const { atOnce, atOnceOfOne = atOnce } = this.limits;
    while (this.running < atOnce) {
      const next = [...this.waitingBySender].find(([sender]) => (this.runningBySender.get(sender) ?? 0) < atOnceOfOne);
      if (!next) return;
      const [sender, own] = next;
      const [task] = own as Set<WaitingTask>;
      this.remove(sender, task as WaitingTask);
      // The sender goes to the end of the turn.
      if (own.size > 0) {
        this.waitingBySender.delete(sender);
        this.waitingBySender.set(sender, own);
      }
      task?.start();
    }
  }
}
