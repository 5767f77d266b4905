/** A fair queue for slow work: it serves firms in turn, and the people of a firm in turn. */
import { refuse } from "./refusals.ts";
import type { Sender } from "./sender.ts";

export interface FairQueueLimits {
  /** Tasks that run at the same time. */
  atOnce: number;
  /** Of these, tasks of one person. */
  atOnceOfOne?: number;
  /** Of these, tasks of one firm. */
  atOnceOfFirm?: number;
  /** Tasks that wait, of all senders together. */
  mostWaiting: number;
  /** Tasks of one person that wait. */
  mostWaitingOfOne: number;
  /** Tasks of one firm that wait; three quarters of the queue where it is not given. */
  mostWaitingOfFirm?: number;
}

interface WaitingTask {
  sender: Sender;
  start(): void;
}

/** Counts by key; a key without a count is not stored. */
class Counts {
  private readonly counts = new Map<string, number>();
  of = (key: string): number => this.counts.get(key) ?? 0;
  change(key: string, by: number): void {
    const count = this.of(key) + by;
    if (count > 0) this.counts.set(key, count);
    else this.counts.delete(key);
  }
}

/** Moves a key to the end of a map's order; does nothing where the map lacks it. */
function moveToEnd<V>(map: Map<string, V> | undefined, key: string): void {
  const value = map?.get(key);
  if (value === undefined) return;
  map?.delete(key);
  map?.set(key, value);
}

export class FairQueue {
  /** Waiting tasks by firm and by person, both in the order of service. */
  private readonly waiting = new Map<string, Map<string, Set<WaitingTask>>>();
  private readonly waitingOfOne = new Counts();
  private readonly waitingOfFirm = new Counts();
  private readonly runningOfOne = new Counts();
  private readonly runningOfFirm = new Counts();
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
   * @param sender its signal is aborted when the result is not needed any more: a waiting task then leaves the queue
   * @throws the refusal "busy" where the queue, or the person's or firm's share of it, is full
   */
  run<T>(sender: Sender, work: () => Promise<T>): Promise<T> {
    const { signal } = sender;
    if (signal?.aborted || this.isFullFor(sender)) return Promise.reject(refuse("busy"));
    return new Promise<T>((resolve, reject) => {
      const leave = () => {
        if (this.remove(task)) reject(refuse("busy"));
      };
      const task: WaitingTask = {
        sender,
        start: () => {
          signal?.removeEventListener("abort", leave);
          void this.runNow(sender, work).then(resolve, reject);
        },
      };
      signal?.addEventListener("abort", leave, { once: true });
      this.add(task);
      this.startNext();
    });
  }

  private isFullFor({ one, firm }: Sender): boolean {
    const { mostWaiting, mostWaitingOfOne, mostWaitingOfFirm = Math.ceil(mostWaiting * 0.75) } = this.limits;
    return (
      this.waitingCount >= mostWaiting ||
      this.waitingOfOne.of(one) >= mostWaitingOfOne ||
      this.waitingOfFirm.of(firm) >= mostWaitingOfFirm
    );
  }

  private async runNow<T>({ one, firm }: Sender, work: () => Promise<T>): Promise<T> {
    this.countRunning(one, firm, 1);
    try {
      return await work();
    } finally {
      this.countRunning(one, firm, -1);
      this.startNext();
    }
  }

  private countRunning(one: string, firm: string, by: 1 | -1): void {
    this.running += by;
    this.runningOfOne.change(one, by);
    this.runningOfFirm.change(firm, by);
  }

  private countWaiting(one: string, firm: string, by: 1 | -1): void {
    this.waitingCount += by;
    this.waitingOfOne.change(one, by);
    this.waitingOfFirm.change(firm, by);
  }

  private add(task: WaitingTask): void {
    const { one, firm } = task.sender;
    const people = this.waiting.get(firm) ?? new Map<string, Set<WaitingTask>>();
    this.waiting.set(firm, people.set(one, (people.get(one) ?? new Set()).add(task)));
    this.countWaiting(one, firm, 1);
  }

  private remove(task: WaitingTask): boolean {
    const { one, firm } = task.sender;
    const people = this.waiting.get(firm);
    const own = people?.get(one);
    if (!people || !own?.delete(task)) return false;
    if (own.size === 0) people.delete(one);
    if (people.size === 0) this.waiting.delete(firm);
    this.countWaiting(one, firm, -1);
    return true;
  }

  /** The task that may start now and whose turn it is. */
  private next(): WaitingTask | null {
    const { atOnce, atOnceOfOne = atOnce, atOnceOfFirm = atOnce } = this.limits;
    for (const [firm, people] of this.waiting) {
      if (this.runningOfFirm.of(firm) >= atOnceOfFirm) continue;
      for (const [one, [task]] of people) if (task && this.runningOfOne.of(one) < atOnceOfOne) return task;
    }
    return null;
  }

  private startNext(): void {
    while (this.running < this.limits.atOnce) {
      const task = this.next();
      if (!task) return;
      this.remove(task);
      const { one, firm } = task.sender;
      moveToEnd(this.waiting, firm);
      moveToEnd(this.waiting.get(firm), one);
      task.start();
    }
  }
}
