import { expect, it } from "vitest";
import { SendQueue } from "./send-queue.ts";

/** A queue of numbers with a stopped clock; answers are given in order, null for none. */
function queueOf(tasks: number[], answers: (string | null)[]) {
  const sent: number[] = [];
  const planned: { work: () => void; ms: number }[] = [];
  let rests = 0;
  const queue = new SendQueue<number, string>({
    next: () => tasks[0],
    send: async (task) => {
      sent.push(task);
      return answers.shift() ?? null;
    },
    answered: () => void tasks.shift(),
    atRest: () => void rests++,
    later: (work, ms) => {
      const plan = { work, ms };
      planned.push(plan);
      return () => planned.splice(planned.indexOf(plan), 1);
    },
  });
  return { queue, sent, planned, rests: () => rests };
}

it("sends everything that waits, in order and each once", async () => {
  const { queue, sent, rests } = queueOf([1, 2, 3], ["a", "b", "c"]);
  await Promise.all([queue.sendAll(), queue.sendAll()]);
  expect(sent).toEqual([1, 2, 3]);
  expect(rests()).toBe(1);
});

it("tries the same task again, later each time, until it is answered", async () => {
  const { queue, sent, planned } = queueOf([1, 2], [null, null, "a", "b"]);
  await queue.sendAll();
  expect(planned.map((p) => p.ms)).toEqual([500]);
  await queue.sendAll();
  expect(planned.at(-1)?.ms).toBe(1000);
  await queue.sendAll();
  expect(sent).toEqual([1, 1, 1, 2]);
});

it("counts a failing send as no answer", async () => {
  const tasks = [1];
  let tries = 0;
  const queue = new SendQueue<number, string>({
    next: () => tasks[0],
    async send() {
      if (++tries === 1) throw new Error("broke off");
      return "taken";
    },
    answered: () => void tasks.shift(),
    later: () => () => {},
  });
  await queue.sendAll();
  expect(tasks).toEqual([1]);
  await queue.sendAll();
  expect([tasks, tries]).toEqual([[], 2]);
});

it("is silent once it is stopped, also where a task was in flight", async () => {
  let answer: (value: string | null) => void = () => {};
  let planned = 0;
  const sent: number[] = [];
  const queue = new SendQueue<number, string>({
    next: () => 1,
    send: (task) => {
      sent.push(task);
      return new Promise((resolve) => {
        answer = resolve;
      });
    },
    answered: () => {},
    later: () => {
      planned++;
      return () => {};
    },
  });
  const run = queue.sendAll();
  queue.stop();
  answer(null);
  await run;
  await queue.sendAll();
  expect([sent, planned]).toEqual([[1], 0]);
});
