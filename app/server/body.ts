/**
 * Receives the bodies of requests. Nothing else happens with a request before its body is complete, so an unfinished
 * body takes no place in any queue.
 */
import { refuse } from "./refusals.ts";

/** Bodies of one sender that may be unfinished at the same time; one more ends the oldest of them. */
const MOST_UNFINISHED_OF_ONE = 20;
/** Bytes of unfinished bodies of all senders; beyond it the oldest body ends. */
const MOST_UNFINISHED_BYTES = 160 * 1024 * 1024;
/** A body has this long, and as much more as a line of `SLOWEST_BYTES_PER_S` needs. */
const BODY_MS = 10_000;
const SLOWEST_BYTES_PER_S = 100_000;

interface Unfinished {
  sender: string;
  bytes: number;
  end(): void;
}
/** The oldest first. */
const unfinished = new Set<Unfinished>();
/** How many bodies are on their way. */
export const unfinishedBodies = (): number => unfinished.size;

function makeRoom(sender: string): void {
  const own = [...unfinished].filter((body) => body.sender === sender);
  if (own.length > MOST_UNFINISHED_OF_ONE) own[0]?.end();
}

function keepWithinMemory(): void {
  let bytes = [...unfinished].reduce((sum, body) => sum + body.bytes, 0);
  for (const body of unfinished) {
    if (bytes <= MOST_UNFINISHED_BYTES) return;
    bytes -= body.bytes;
    body.end();
  }
}

function joined(chunks: readonly Uint8Array[], length: number): ArrayBuffer {
  const body = new Uint8Array(length);
  let at = 0;
  for (const chunk of chunks) {
    body.set(chunk, at);
    at += chunk.length;
  }
  return body.buffer;
}

/**
 * @param sender who sends it: a person, or a network address where the person is not known yet
 * @param mostBytes the largest body that is received
 * @throws a refusal where the body is too large, too slow, broken off or one of too many
 */
export async function receiveBody(request: Request, sender: string, mostBytes: number): Promise<ArrayBuffer> {
  const length = Number(request.headers.get("Content-Length") ?? "0");
  if (length > mostBytes) throw refuse("too-large");
  if (!request.body) return new ArrayBuffer(0);
  const reader = request.body.getReader();
  const chunks: Uint8Array[] = [];
  let ended: "late" | "pushed-out" | null = null;
  const end = (why: "late" | "pushed-out") => {
    ended ??= why;
    unfinished.delete(own);
    void reader.cancel().catch(() => {});
  };
  const own: Unfinished = { sender, bytes: 0, end: () => end("pushed-out") };
  const late = setTimeout(() => end("late"), BODY_MS + (length / SLOWEST_BYTES_PER_S) * 1000);
  const leave = () => end("late");
  request.signal.addEventListener("abort", leave, { once: true });
  unfinished.add(own);
  makeRoom(sender);
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      if (own.bytes + value.length > length) throw refuse("bad-request");
      chunks.push(value);
      own.bytes += value.length;
      keepWithinMemory();
    }
  } catch (error) {
    if (error instanceof Response) throw error;
    throw refuse(ended === "pushed-out" ? "busy" : "bad-request");
  } finally {
    clearTimeout(late);
    request.signal.removeEventListener("abort", leave);
    unfinished.delete(own);
  }
  if (ended === "pushed-out") throw refuse("busy");
  if (ended || own.bytes !== length) throw refuse("bad-request");
  return joined(chunks, length);
}
