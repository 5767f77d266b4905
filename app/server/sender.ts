/** The sender of the present request, for shares of queues and of unfinished bodies. */
import { AsyncLocalStorage } from "node:async_hooks";

export interface Sender {
  /** A person; a network address before signing in. */
  one: string;
  /** The person's firm; or the network address. */
  firm: string;
  /** Aborted when the connection is gone. */
  signal?: AbortSignal | undefined;
}

const storage = new AsyncLocalStorage<Sender>();

/** The sender of work outside requests, such as loading demo data. */
const SERVER: Sender = { one: "server", firm: "server" };

export const currentSender = (): Sender => storage.getStore() ?? SERVER;

/** The sender of the present request, known by its network address only. */
export const senderAt = (address: string): Sender => ({ ...currentSender(), one: address, firm: address });

/** Does work for a sender; what it starts belongs to that sender too. */
export const asSender = <T>(sender: Sender, work: () => T): T => storage.run(sender, work);
