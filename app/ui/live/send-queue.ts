/**
 * Sends what waits in the browser: edits, pictures and files alike. Tasks go one after the other, each until it is
 * answered; without an answer the same task is tried again after longer and longer waits.
 */
import { type CallAfter, RetryTimer } from "./retry.ts";

interface SendQueueOptions<Task, Answer> {
  /** The task to send next; undefined if the queue is empty. */
  next(): Task | undefined | Promise<Task | undefined>;
  /** Null without an answer; the task stays. */
  send(task: Task): Promise<Answer | null>;
  /** The task was answered: it is taken out of what waits. */
  answered(task: Task, answer: Answer): void | Promise<void>;
  /** The task got no answer and will be tried again. */
  unanswered?(task: Task): void;
  /** Called after each run: everything is sent, or the last task got no answer. */
  atRest?(): void | Promise<void>;
  later: CallAfter;
}

export class SendQueue<Task, Answer> {
  private readonly timer: RetryTimer;
  private sending = false;
  private stopped = false;

  constructor(private readonly options: SendQueueOptions<Task, Answer>) {
    this.timer = new RetryTimer(() => void this.sendAll(), options.later);
  }

  get isSending(): boolean {
    return this.sending;
  }

  /** Sends after the given milliseconds; an earlier schedule is replaced. */
  soon(ms = 0): void {
    this.timer.soon(ms);
  }

  /** Stops for good: a running task is completed, and nothing is sent or retried after it. */
  stop(): void {
    this.stopped = true;
    this.timer.stop();
  }

  /** Sends what waits, now. */
  async sendAll(): Promise<void> {
    if (this.sending || this.stopped) return;
    this.sending = true;
    try {
      while (!this.stopped) {
        const next = this.options.next();
        // A task that is available now is sent in the same turn, before another edit can change it.
        const task = next instanceof Promise ? await next : next;
        if (task === undefined) break;
        const answer = await this.options.send(task).catch(() => null);
        if (answer === null) {
          this.options.unanswered?.(task);
          if (!this.stopped) this.timer.again();
          break;
        }
        this.timer.answered();
        await this.options.answered(task, answer);
      }
    } finally {
      this.sending = false;
    }
    await this.options.atRest?.();
  }
}
