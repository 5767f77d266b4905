import { describe, expect, it } from "vitest";
import { FairQueue } from "./fair-queue.ts";

/** Work that ends when it is told to. */
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
      queue.run("a", first.work),
      ...["a1", "a2", "a3"].map((name) => queue.run("a", task(name))),
      queue.run("b", task("b1")),
      queue.run("c", task("c1")),
      queue.run("b", task("b2")),
    ];
    first.end();
    await Promise.all(all);
    expect(order).toEqual(["a1", "b1", "c1", "a2", "b2", "a3"]);
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
    await Promise.all(["a", "a", "a", "a", "b", "b", "a"].map((sender) => queue.run(sender, work(sender))));
    expect(most).toBe(3);
  });

  it("refuses a sender whose share is full, and everybody when it is full itself", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 4, mostWaitingOfOne: 2 });
    const first = held();
    const taken = [queue.run("a", first.work), queue.run("a", async () => 1), queue.run("a", async () => 2)];
    await expect(queue.run("a", async () => 3)).rejects.toMatchObject({ status: 503 });
    taken.push(
      queue.run("b", async () => 4),
      queue.run("c", async () => 5),
    );
    await expect(queue.run("d", async () => 6)).rejects.toMatchObject({ status: 503 });
    expect(queue.size).toBe(4);
    first.end();
    expect(await Promise.all(taken)).toEqual([undefined, 1, 2, 4, 5]);
  });

  it("lets go of a waiting task that nobody waits for, at once and for good", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 4, mostWaitingOfOne: 2 });
    const [first, gone] = [held(), new AbortController()];
    const running = queue.run("a", first.work);
    const ran: string[] = [];
    const waits = queue.run("b", async () => void ran.push("b"), gone.signal);
    gone.abort();
    await expect(waits).rejects.toMatchObject({ status: 503 });
    expect(queue.size).toBe(0);
    await expect(queue.run("b", async () => 1, gone.signal)).rejects.toMatchObject({ status: 503 });
    first.end();
    await running;
    await settle();
    expect([ran, queue.isIdle]).toEqual([[], true]);
  });

  it("goes on after a task that fails", async () => {
    const queue = new FairQueue({ atOnce: 1, mostWaiting: 4, mostWaitingOfOne: 4 });
    const failing = queue.run("a", () => Promise.reject(new Error("no")));
    const next = queue.run("a", async () => "yes");
    await expect(failing).rejects.toThrow("no");
    expect(await next).toBe("yes");
  });
});
