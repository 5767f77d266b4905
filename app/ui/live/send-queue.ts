/**
 * Sends what waits in the browser: edits, pictures and files alike. Tasks go one after the other, each until it is
 * answered; without an answer the same task is tried again after longer and longer waits.
 */
import { type CallAfter, RetryTimer } from "./connection.ts";

interface SendQueueOptions<Task, Answer> {
  /** The task to send next; undefined where nothing waits. */
  next(): Task | undefined | Promise<Task | undefined>;
  /** Null where nobody answers; the task stays. */
  send(task: Task): Promise<Answer | null>;
  /** The task was answered: it is taken out of what waits. */
  answered(task: Task, answer: Answer): void | Promise<void>;
  /** Nobody has answered; it is tried again. */
  unanswered?(task: Task): void;
  /** All that waited is sent, or nobody answers. */
  atRest?(): void | Promise<void>;
  later: CallAfter;
}

export class SendQueue<Task, Answer> {
  private readonly timer: RetryTimer;
  private sending = false;

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

  stop(): void {
    this.timer.stop();
  }

  /** Sends what waits, now. */
  async sendAll(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      for (;;) {
        const next = this.options.next();
        // What is at hand is sent at once, before anything can change it.
        const task = next instanceof Promise ? await next : next;
        if (task === undefined) break;
        const answer = await this.options.send(task).catch(() => null);
        if (answer === null) {
          this.options.unanswered?.(task);
          this.timer.again();
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
