import { PassThrough } from "node:stream";
import { describe, expect, it } from "vitest";
import { receiveBody, unfinishedBodies } from "./body.ts";

/** A request whose body arrives when the test lets it. */
function slowly(length: number, sender: string) {
  const request = new PassThrough();
  const received = receiveBody(request, sender, length).then(
    (bytes) => Buffer.from(bytes).toString(),
    (refusal: Response) => refusal.statusText,
  );
  return {
    received,
    send: (text: string) => request.write(text),
    end: () => request.end(),
    leave: () => request.destroy(),
    isClosed: () => request.destroyed,
  };
}

describe("a body", () => {
  it("is received completely, in any number of pieces", async () => {
    const body = slowly(6, "a");
    body.send("abc");
    body.send("def");
    body.end();
    expect(await body.received).toBe("abcdef");
    expect(unfinishedBodies()).toBe(0);
  });
  it.each([
    ["is shorter than it said", 6, ["abc"]],
    ["is longer than it said", 3, ["abc", "def"]],
  ])("that %s is refused", async (_, length, pieces) => {
    const body = slowly(length, "a");
    for (const piece of pieces) body.send(piece);
    body.end();
    expect(await body.received).toBe("bad-request");
  });
  it("that its sender left is given up at once", async () => {
    const body = slowly(6, "a");
    body.send("abc");
    body.leave();
    expect(await body.received).toBe("bad-request");
    expect(unfinishedBodies()).toBe(0);
  });
  it("above one sender's share ends that sender's oldest one, and no other", async () => {
    const other = slowly(3, "b");
    const many = Array.from({ length: 450 }, () => slowly(50, "a"));
    await expect.poll(unfinishedBodies).toBe(41);
    expect(many[0]?.isClosed()).toBe(true);
    expect(many.at(-1)?.isClosed()).toBe(false);
    // A complete body is accepted, from the same address too.
    const whole = slowly(3, "a");
    whole.send("abc");
    whole.end();
    expect(await whole.received).toBe("abc");
    other.send("def");
    other.end();
    expect(await other.received).toBe("def");
    for (const body of many) body.leave();
    await Promise.all(many.map((body) => body.received));
    expect(unfinishedBodies()).toBe(0);
  });
});
