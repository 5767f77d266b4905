import { describe, expect, it } from "vitest";
import { FairQueue } from "./fair-queue.ts";
import type { Sender } from "./sender.ts";

/** A person of a firm of one. */
const alone = (one: string, signal?: AbortSignal): Sender => ({ one, firm: one, signal });

/** Work that ends on request. */
function held() {
  let end = () => {};
  const done = new Promise<void>((resolve) => {
    end = resolve;
  });
  return { work: () => done, end };
}
const settle = () => new Promise((resolve) => setImmediate(resolve));

describe("a fair queue", () => {
  it("serves its senders in turn, each in the order of its tasks", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 20, mostWaitingOfOne: 10 });
    const order: string[] = [];
    const task = (name: string) => async () => void order.push(name);
    const first = held();
    const all = [
      queue.run(alone("a"), first.work),
      ...["a1", "a2", "a3"].map((name) => queue.run(alone("a"), task(name))),
      queue.run(alone("b"), task("b1")),
      queue.run(alone("c"), task("c1")),
      queue.run(alone("b"), task("b2")),
    ];
    first.end();
    await Promise.all(all);
    expect(order).toEqual(["a1", "b1", "c1", "a2", "b2", "a3"]);
    expect(queue.isIdle).toBe(true);
  });

  it("serves firms in turn, and the people of a firm in turn", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 20, mostWaitingOfOne: 10 });
    const order: string[] = [];
    const first = held();
    const people = ["x1", "x1", "x2", "x3", "y1", "y1"];
    const all = [
      queue.run(alone("z"), first.work),
      ...people.map((one) => queue.run({ one, firm: one.slice(0, 1) }, async () => void order.push(one))),
    ];
    first.end();
    await Promise.all(all);
    expect(order).toEqual(["x1", "y1", "x2", "y1", "x3", "x1"]);
    expect(queue.isIdle).toBe(true);
  });

  it("leaves room beside a firm whose many people fill its share", async () => {
    const queue = new FairQueue({ atOnce: 2, atOnceOfFirm: 1, mostWaiting: 8, mostWaitingOfOne: 2 });
    const first = held();
    const of = (firm: string, n: number): Sender => ({ one: `${firm}${n}`, firm });
    const taken = Array.from({ length: 7 }, (_, n) => queue.run(of("x", n), first.work));
    await expect(queue.run(of("x", 8), first.work)).rejects.toMatchObject({ status: 503 });
    // The second place is not for the firm that has one already.
    expect(await queue.run(of("y", 1), async () => "at once")).toBe("at once");
    first.end();
    await Promise.all(taken);
    expect(queue.isIdle).toBe(true);
  });

  it("runs as many tasks at once as it may, and as many of one sender", async () => {
    const queue = new FairQueue({ atOnce: 3, atOnceOfOne: 2, mostWaiting: 20, mostWaitingOfOne: 10 });
    const running = new Map<string, number>();
    let most = 0;
    const work = (sender: string) => async () => {
      running.set(sender, (running.get(sender) ?? 0) + 1);
      expect(running.get(sender)).toBeLessThanOrEqual(2);
      most = Math.max(
        most,
        [...running.values()].reduce((a, b) => a + b, 0),
      );
      await settle();
      running.set(sender, (running.get(sender) ?? 1) - 1);
    };
    await Promise.all(["a", "a", "a", "a", "b", "b", "a"].map((sender) => queue.run(alone(sender), work(sender))));
    expect(most).toBe(3);
  });

  it("refuses a sender whose share is full, and everybody when it is full itself", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 4, mostWaitingOfOne: 2 });
    const first = held();
    const taken = [
      queue.run(alone("a"), first.work),
      queue.run(alone("a"), async () => 1),
      queue.run(alone("a"), async () => 2),
    ];
    await expect(queue.run(alone("a"), async () => 3)).rejects.toMatchObject({ status: 503 });
    taken.push(
      queue.run(alone("b"), async () => 4),
      queue.run(alone("c"), async () => 5),
    );
    await expect(queue.run(alone("d"), async () => 6)).rejects.toMatchObject({ status: 503 });
    expect(queue.size).toBe(4);
    first.end();
    expect(await Promise.all(taken)).toEqual([undefined, 1, 2, 4, 5]);
  });

  it("removes a waiting task whose result is not needed any more, at once and for good", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 4, mostWaitingOfOne: 2 });
    const [first, gone] = [held(), new AbortController()];
    const running = queue.run(alone("a"), first.work);
    const ran: string[] = [];
    const waits = queue.run(alone("b", gone.signal), async () => void ran.push("b"));
    gone.abort();
    await expect(waits).rejects.toMatchObject({ status: 503 });
    expect(queue.size).toBe(0);
    await expect(queue.run(alone("b", gone.signal), async () => 1)).rejects.toMatchObject({ status: 503 });
    first.end();
    await running;
    await settle();
    expect([ran, queue.isIdle]).toEqual([[], true]);
  });

  it("goes on after a task that fails", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 4, mostWaitingOfOne: 4 });
    const failing = queue.run(alone("a"), () => Promise.reject(new Error("no")));
    const next = queue.run(alone("a"), async () => "yes");
    await expect(failing).rejects.toThrow("no");
    expect(await next).toBe("yes");
  });
});
