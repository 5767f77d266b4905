/**
 * Receives the bodies of requests. A request is processed only when its body is complete, so an unfinished body uses
 * no queue.
 */
import type { Readable } from "node:stream";
import { refuse } from "./refusals.ts";

/** Bodies of one sender that may be unfinished at the same time; one more ends the oldest of them. */
const MOST_UNFINISHED_OF_ONE = 40;
/** Bytes of unfinished bodies of all senders; beyond it the oldest body ends. */
const MOST_UNFINISHED_BYTES = 160 * 1024 * 1024;
/** A body has this long, and as much more as a line of `SLOWEST_BYTES_PER_S` needs. */
const BODY_MS = 10_000;
const SLOWEST_BYTES_PER_S = 100_000;

interface Unfinished {
  sender: string;
  bytes: number;
  /** Ends the connection: there is no answer to who has not finished asking. */
  end(): void;
}
/** The oldest first. */
const unfinished = new Set<Unfinished>();
/** How many bodies are on their way. */
export const unfinishedBodies = (): number => unfinished.size;

function end(body: Unfinished): void {
  unfinished.delete(body);
  body.end();
}

function makeRoom(sender: string): void {
  const own = [...unfinished].filter((body) => body.sender === sender);
  if (own.length > MOST_UNFINISHED_OF_ONE) end(own[0] as Unfinished);
}

function stayWithinMemory(): void {
  let bytes = 0;
  for (const body of unfinished) bytes += body.bytes;
  for (const body of unfinished) {
    if (bytes <= MOST_UNFINISHED_BYTES) return;
    bytes -= body.bytes;
    end(body);
  }
}

/**
 * @param sender who sends it: a person, or a network address where the person is not known yet
 * @param length the bytes that the request said it has
 * @throws the refusal "bad-request" where the body is too slow, broken off, shorter or longer, or one of too many
 */
export async function receiveBody(request: Readable, sender: string, length: number): Promise<ArrayBuffer> {
  const own: Unfinished = { sender, bytes: 0, end: () => request.destroy() };
  const late = setTimeout(() => end(own), BODY_MS + (length / SLOWEST_BYTES_PER_S) * 1000);
  const chunks: Buffer[] = [];
  unfinished.add(own);
  makeRoom(sender);
  try {
    for await (const chunk of request as AsyncIterable<Buffer>) {
      chunks.push(chunk);
      own.bytes += chunk.length;
      if (own.bytes > length) throw refuse("bad-request");
      stayWithinMemory();
    }
  } catch {
    throw refuse("bad-request");
  } finally {
    clearTimeout(late);
    unfinished.delete(own);
  }
  if (own.bytes !== length) throw refuse("bad-request");
  const body = new Uint8Array(length);
  let at = 0;
  for (const chunk of chunks) {
    body.set(chunk, at);
    at += chunk.length;
  }
  return body.buffer;
}
