/**
 * The pilot between the simulated charger and a simulated car, each a process of its own: lines of JSON over TCP. The
 * charger says what it offers, the car what it asks for.
 */
import { createServer, type Server, type Socket } from "node:net";
import { createInterface } from "node:readline";

/** Message of the car. */
export interface CarLine {
  /** Pilot state of IEC 61851-1. */
  state: "A" | "B" | "C";
  /** A; 0 where it asks for nothing. */
  asksA: number;
}
/** Message of the charger, A. */
export interface PilotLine {
  offeredA: number;
}

const LEAST_A = 6;

/** The car at the other end of the pilot; none is plugged in before one connects. */
export class PluggedCar {
  private asksA = 0;
  private socket: Socket | null = null;
  readonly server: Server;

  constructor(port: number) {
    this.server = createServer((socket) => {
      this.socket = socket;
      socket.on("error", () => {});
      socket.on("close", () => {
        if (this.socket === socket) [this.socket, this.asksA] = [null, 0];
      });
      createInterface({ input: socket })
        .on("error", () => {})
        .on("line", (line) => {
          const { state, asksA } = JSON.parse(line) as CarLine;
          this.asksA = state === "C" ? asksA : 0;
        });
    });
    this.server.listen(port, "127.0.0.1");
  }

  takesA(offeredA: number): number {
    return offeredA < LEAST_A ? 0 : Math.min(offeredA, this.asksA);
  }

  /** Tells the car what is offered. */
  offer(offeredA: number): void {
    this.socket?.write(`${JSON.stringify({ offeredA } satisfies PilotLine)}\n`);
  }

  /** The car's own process lets its time pass. */
  pass(): void {}
}
