/** Clamp recorders over Modbus TCP: looked for at the addresses of the settings alone, asked, started, read out. */
import Modbus from "modbus-serial";
import { clampReadings, type RecorderStatus, recordingCsv } from "#core/energy/recorder/recorder.ts";
import {
  HOLDING_REGISTERS,
  INPUT_REGISTERS,
  NO_VALUE,
  PAGE_REGISTERS,
  RECORDER_COMMANDS,
  RECORDER_MAGIC,
  RECORDING_STATES,
  recordsAPage,
  signed16,
  unsigned32,
} from "#core/energy/recorder/registers.ts";
import { connectModbus } from "./modbus.ts";
import { settings } from "./settings.ts";

/** Time after which a recorder counts as silent, ms. */
const PATIENCE_MS = 2000;
/** A recorder that is not there, or went silent. */
export class RecorderSilent extends Error {}

/** One recorder answers one question after the other. */
const queues = new Map<string, Promise<unknown>>();
function oneAfterTheOther<T>(address: string, work: () => Promise<T>): Promise<T> {
  const next = (queues.get(address) ?? Promise.resolve()).then(work, work);
  queues.set(
    address,
    next.catch(() => undefined),
  );
  return next;
}

/** Connects, does the work, disconnects; any error counts as a silent recorder. */
function asking<T>(address: string, work: (client: Modbus) => Promise<T>): Promise<T> {
  return oneAfterTheOther(address, async () => {
    const client = new Modbus();
    try {
      await connectModbus(client, address, PATIENCE_MS);
      return await work(client);
    } catch (error) {
      throw new RecorderSilent(`The recorder at ${address} does not answer`, { cause: error });
    } finally {
      client.close(() => {});
    }
  });
}

const input = async (client: Modbus, at: number, length: number): Promise<number[]> =>
  (await client.readInputRegisters(at, length)).data;

/** What a recorder is and reads now. @throws where it is none, or does not answer */
export async function statusOf(client: Modbus, address: string): Promise<RecorderStatus> {
  const head = await input(client, 0, INPUT_REGISTERS.pageSize + 1);
  if (head[INPUT_REGISTERS.magic] !== RECORDER_MAGIC) throw new Error("this is not a recorder");
  const at = (i: number): number => head[i] as number;
  return {
    address,
    clampRatingA: at(INPUT_REGISTERS.clampRatingA),
    nominalVolts: at(INPUT_REGISTERS.nominalVolts),
    abilities: at(INPUT_REGISTERS.abilities),
    clamps: clampReadings(head),
    clockS: unsigned32(at(INPUT_REGISTERS.clock), at(INPUT_REGISTERS.clock + 1)),
    state: RECORDING_STATES[at(INPUT_REGISTERS.state)] ?? "idle",
    intervalS: at(INPUT_REGISTERS.intervalS),
    startedAtS: unsigned32(at(INPUT_REGISTERS.startedAt), at(INPUT_REGISTERS.startedAt + 1)),
    records: unsigned32(at(INPUT_REGISTERS.records), at(INPUT_REGISTERS.records + 1)),
  };
}

/** The addresses of a firm's recorders: no other address is ever asked, and no other firm's. */
const recordersOf = (firmId: string): string[] =>
  settings.recorders.filter(({ firm }) => firm === firmId).map(({ address }) => address);

/** Every recorder of the firm that answers. */
export async function findRecorders(firmId: string): Promise<RecorderStatus[]> {
  const found = await Promise.allSettled(recordersOf(firmId).map((a) => asking(a, (client) => statusOf(client, a))));
  return found.flatMap((f) => (f.status === "fulfilled" ? [f.value] : []));
}

/** Whether an address is that of a recorder of the firm. */
export const isRecorderOf = (firmId: string, address: string): boolean => recordersOf(firmId).includes(address);

export const recorderStatus = (address: string): Promise<RecorderStatus> =>
  asking(address, (client) => statusOf(client, address));

/** Starts a new recording, or stops the present one. */
export const commandRecorder = (address: string, command: keyof typeof RECORDER_COMMANDS): Promise<RecorderStatus> =>
  asking(address, async (client) => {
    await client.writeRegister(HOLDING_REGISTERS.command, RECORDER_COMMANDS[command]);
    return statusOf(client, address);
  });

/** All that is recorded so far, as a file. */
export const readRecorder = (address: string): Promise<string> =>
  asking(address, async (client) => {
    const status = await statusOf(client, address);
    const { clamps, records } = status;
    const size = recordsAPage(clamps.length);
    const values: (number | null)[][] = [];
    for (let page = 0; page * size < records; page++) {
      await client.writeRegister(HOLDING_REGISTERS.page, page);
      const registers = await input(client, INPUT_REGISTERS.page, PAGE_REGISTERS.values + size * clamps.length);
      const count = Math.min(registers[PAGE_REGISTERS.count] as number, records - values.length);
      for (let i = 0; i < count; i++)
        values.push(
          clamps.map((_, clamp) => {
            const raw = registers[PAGE_REGISTERS.values + i * clamps.length + clamp] as number;
            return raw === NO_VALUE ? null : signed16(raw) / 100;
          }),
        );
    }
    return recordingCsv(status, values);
  });
