import { describe, expect, it } from "vitest";
import { RetryTimer } from "./retry.ts";

/** A timer with a stopped clock: the scheduled call, and its delay. */
function stillLine() {
  const planned: { work: () => void; ms: number }[] = [];
  let sent = 0;
  const line = new RetryTimer(
    () => {
      sent++;
    },
    (work, ms) => {
      const plan = { work, ms };
      planned.push(plan);
      return () => planned.splice(planned.indexOf(plan), 1);
    },
  );
  return { line, planned, waits: () => planned.map((p) => p.ms), sent: () => sent };
}

describe("the line to the server", () => {
  it("sends once, however often it is asked to send soon", () => {
    const { line, planned, sent } = stillLine();
    line.soon(150);
    line.soon(150);
    line.soon(0);
    expect(planned).toHaveLength(1);
    planned[0]?.work();
    expect(sent()).toBe(1);
  });
  it("waits longer after each unanswered try, up to eight seconds", () => {
    const { line, waits } = stillLine();
    const waited = Array.from({ length: 7 }, () => {
      line.again();
      return waits()[0];
    });
    expect(waited).toEqual([500, 1000, 2000, 4000, 8000, 8000, 8000]);
  });
  it("starts with the short delay again after an answer", () => {
    const { line, waits } = stillLine();
    line.again();
    line.again();
    line.answered();
    line.again();
    expect(waits()).toEqual([500]);
  });
});
