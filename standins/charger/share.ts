/** Two simulated chargers that share a current: each tells the other on loopback whether it charges. */
import { createSocket } from "node:dgram";

/** Without a word for so long the other one does not charge, ms. */
const SILENT_MS = 2000;

export class Share {
  private readonly socket = createSocket("udp4");
  private heardAt = Number.NEGATIVE_INFINITY;

  /** @param port own port. @param peer port of the other charger. @param sharedA what both may take together, A */
  constructor(
    port: number,
    private readonly peer: number,
    private readonly sharedA: number,
  ) {
    this.socket.on("error", () => {});
    this.socket.on("message", () => {
      this.heardAt = Date.now();
    });
    this.socket.bind(port, "127.0.0.1");
  }

  /** Informs the other charger. @returns the share of this charger, A */
  pass(isCharging: boolean): number {
    if (isCharging) this.socket.send("charging", this.peer, "127.0.0.1");
    return Date.now() - this.heardAt < SILENT_MS ? this.sharedA / 2 : this.sharedA;
  }

  close(): void {
    this.socket.close();
  }
}
