/** The firm's devices that a check reads and switches, each by a connection that stays open while checks are made. */
import Modbus from "modbus-serial";
import { HOLDING_REGISTERS, RECORDER_ABILITIES } from "#core/energy/recorder/registers.ts";
import { SPLITTER_HOLDING, SPLITTER_INPUT, SPLITTER_MAGIC } from "#core/install/checks/splitter-registers.ts";
import type { ClampSample, SplitterSample } from "#core/install/checks/types.ts";
import { connectModbus } from "../modbus.ts";
import { statusOf } from "../recorders.ts";
import { settings } from "../settings.ts";

const PATIENCE_MS = 1500;

/** The firm's devices of each kind: no other address is ever asked. */
export const devicesOfFirm = (firmId: string) => {
  const own = (all: typeof settings.recorders) =>
    all.filter(({ firm }) => firm === firmId).map(({ address }) => address);
  return { clamps: own(settings.recorders), splitters: own(settings.splitters) };
};

/** A device that is reconnected after its connection was lost. */
abstract class Device {
  private client: Modbus | null = null;
  private turn: Promise<unknown> = Promise.resolve();
  constructor(protected readonly address: string) {}

  /** Asks it after all questions before; null where it does not answer. */
  protected ask<T>(work: (client: Modbus) => Promise<T>): Promise<T | null> {
    const next = this.turn.then(async () => {
      try {
        if (!this.client) {
          const client = new Modbus();
          this.client = client;
          client.on("error", () => {});
          await connectModbus(client, this.address, PATIENCE_MS);
        }
        return await work(this.client);
      } catch {
        this.close();
        return null;
      }
    });
    this.turn = next;
    return next;
  }

  /** @returns false where it does not answer */
  protected async write(register: number, value: number): Promise<boolean> {
    return (await this.ask((client) => client.writeRegister(register, value))) !== null;
  }

  close(): void {
    this.client?.close(() => {});
    this.client = null;
  }
}

export class Clamps extends Device {
  private abilities = 0;
  private count = 0;

  async read(): Promise<ClampSample[] | null> {
    const status = await this.ask((client) => statusOf(client, this.address));
    if (!status) return null;
    this.abilities = status.abilities;
    this.count = status.clamps.length;
    return status.clamps.map(({ amps, watts, signal }) => ({ amps, watts, signal }));
  }

  /** Switches its load box. @returns false where it has none */
  async load(clamp: number | null, watts: number): Promise<boolean> {
    if (!(this.abilities & RECORDER_ABILITIES.loadBox)) return false;
    const at = clamp === null ? Array.from({ length: this.count }, (_, i) => i) : [clamp];
    for (const i of at) if (!(await this.write(HOLDING_REGISTERS.loadBoxW + i, watts))) return false;
    return true;
  }

  /** Switches the signal to the charger. @returns false where it cannot */
  async signal(isOn: boolean): Promise<boolean> {
    if (!(this.abilities & RECORDER_ABILITIES.signalSwitch)) return false;
    return this.write(HOLDING_REGISTERS.signalOff, isOn ? 0 : 1);
  }
}

export class SplitterDevice extends Device {
  private hasTestAppliance = false;

  async read(): Promise<SplitterSample | null> {
    const found = await this.ask(async (client) => (await client.readInputRegisters(0, SPLITTER_INPUT.size)).data);
    if (!found || found[SPLITTER_INPUT.magic] !== SPLITTER_MAGIC) return null;
    this.hasTestAppliance = found[SPLITTER_INPUT.hasTestAppliance] === 1;
    return {
      applianceA: (found[SPLITTER_INPUT.applianceCentiA] ?? 0) / 100,
      chargerA: (found[SPLITTER_INPUT.chargerCentiA] ?? 0) / 100,
      delayS: found[SPLITTER_INPUT.delayS] ?? 0,
    };
  }

  async appliance(isOn: boolean): Promise<boolean> {
    return this.hasTestAppliance && this.write(SPLITTER_HOLDING.testAppliance, isOn ? 1 : 0);
  }
}
