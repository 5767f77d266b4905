/**
 * The body of the present request, as it was received. A `Request` of the web would copy it several times, on the
 * thread that answers everybody.
 */
import { AsyncLocalStorage } from "node:async_hooks";

const storage = new AsyncLocalStorage<ArrayBuffer | null>();

/** Answers a request whose body was received. */
export const withReceivedBody = <T>(body: ArrayBuffer | null, answer: () => T): T => storage.run(body, answer);

/** The received body, or that of a request which came another way. */
export const bodyOf = async (request: Request): Promise<ArrayBuffer> =>
  storage.getStore() ?? (await request.arrayBuffer());
