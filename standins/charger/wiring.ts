/** The wires of the simulated charger to the clamps and the splitter of its home, by Modbus TCP. */
import Modbus from "modbus-serial";
import { clampReadings } from "#core/energy/recorder/recorder.ts";
import { HOLDING_REGISTERS, INPUT_REGISTERS, MOST_CLAMPS } from "#core/energy/recorder/registers.ts";
import { SPLITTER_HOLDING, SPLITTER_INPUT } from "#core/install/checks/splitter-registers.ts";

const PATIENCE_MS = 1000;

/** A device of the home; asked one question after the other, and connected anew where it was lost. */
class Wire {
  private client: Modbus | null = null;
  private isBusy = false;
  constructor(private readonly address: string) {}

  /** @returns null where it does not answer, or is still answering */
  async ask<T>(work: (client: Modbus) => Promise<T>): Promise<T | null> {
    if (this.isBusy) return null;
    this.isBusy = true;
    try {
      if (!this.client) {
        const [host, port] = this.address.split(":") as [string, string];
        const client = new Modbus();
        client.on("error", () => {});
        await client.connectTCP(host, { port: Number(port) });
        client.setID(1);
        client.setTimeout(PATIENCE_MS);
        this.client = client;
      }
      return await work(this.client);
    } catch {
      this.client?.close(() => {});
      this.client = null;
      return null;
    } finally {
      this.isBusy = false;
    }
  }

  close(): void {
    this.client?.close(() => {});
  }
}

export class ClampWire extends Wire {
  /** @param place of this charger among those of the home, from 0 */
  constructor(
    address: string,
    private readonly place: number,
  ) {
    super(address);
  }

  /**
   * Lets the charger's current flow through the clamps, and reads them.
   * @param flowsA what flows through each clamp because of the charger, A
   * @returns the current on the conductor with most, A; null without a signal
   */
  read(flowsA: number): Promise<number | null> {
    return this.ask(async (client) => {
      const head = (await client.readInputRegisters(0, INPUT_REGISTERS.state)).data;
      const count = head[INPUT_REGISTERS.clamps] ?? 0;
      const centi = Math.round(flowsA * 100);
      for (let i = 0; i < count; i++)
        await client.writeRegister(HOLDING_REGISTERS.chargerCentiA + this.place * MOST_CLAMPS + i, centi);
      const read = clampReadings(head);
      return count > 0 && read.every(({ signal }) => signal) ? Math.max(...read.map(({ amps }) => amps)) : null;
    });
  }
}

export class SplitterWire extends Wire {
  /** Says what the charger would take, A. @returns whether its side is closed; null where the splitter does not answer */
  pass(asksA: number): Promise<boolean | null> {
    return this.ask(async (client) => {
      await client.writeRegister(SPLITTER_HOLDING.chargerAsksCentiA, Math.round(asksA * 100));
      return (await client.readInputRegisters(0, SPLITTER_INPUT.size)).data[SPLITTER_INPUT.chargerClosed] === 1;
    });
  }
}
