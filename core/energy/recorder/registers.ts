/**
 * The registers of a clamp recorder, shared by Heron and its stand-in; 32-bit values take two registers, the high one
 * first.
 */

/** "HR" in the first register identifies a recorder of this kind. */
export const RECORDER_MAGIC = 0x4852;
export const MAP_VERSION = 1;

/** Input registers: what it is and what it reads now. */
export const INPUT_REGISTERS = {
  magic: 0,
  version: 1,
  clamps: 2,
  clampRatingA: 3,
  /** Its clock, s since 1970, two registers. */
  clock: 4,
  /** Volts between a clamp's conductor and neutral, as it is wired. */
  nominalVolts: 6,
  /** What it can do for a check, as bits: those of `RECORDER_ABILITIES`. */
  abilities: 7,
  firstClamp: 10,
  state: 40,
  intervalS: 41,
  /** Start of the first record, s since 1970, two registers. */
  startedAt: 42,
  /** How many there are, two registers. */
  records: 44,
  pageSize: 46,
  page: 100,
} as const;

/** Of each clamp, from `firstClamp` on. */
export const CLAMP = { size: 6, centiAmps: 0, watts: 2, deciVolts: 4, signal: 5 } as const;
/**
 * A page: index of its first record (two registers), number of records, then the averages in 0.01 A, one for each
 * clamp.
 */
export const PAGE_REGISTERS = { first: 0, count: 2, values: 3 } as const;
/** No more registers are read at once. */
const MOST_AT_ONCE = 120;
/** An average of a record that is not there. */
export const NO_VALUE = 0x8000;

/** A load box that switches watts on each conductor, and a switch in the clamps' own signal to the charger. */
export const RECORDER_ABILITIES = { loadBox: 1, signalSwitch: 2 } as const;

export const HOLDING_REGISTERS = {
  command: 0,
  page: 1,
  intervalS: 2,
  /** Of the load box: W on the conductor of each clamp. */
  loadBoxW: 10,
  /** Of the signal switch: 1 takes the signal to the charger away. */
  signalOff: 20,
  /** Of the stand-in. */
  faults: 900,
  speed: 910,
  /** Of the stand-in: the current that a charger takes through each clamp, 0.01 A; four registers for each charger. */
  chargerCentiA: 920,
} as const;
/** Clamps that a recorder has at most, and chargers that its stand-in knows. */
export const MOST_CLAMPS = 4;
export const MOST_CHARGERS = 2;
export const RECORDER_COMMANDS = { start: 1, stop: 2 } as const;

export const RECORDING_STATES = ["idle", "recording", "full"] as const;
export type RecordingState = (typeof RECORDING_STATES)[number];

/** Faults that the stand-in can simulate, by their number in its registers. */
export const CLAMP_TROUBLES = [
  "none",
  "reversed",
  "open",
  "wrong-conductor",
  "wrong-ratio",
  "no-signal",
  "noise",
] as const;
export type ClampTrouble = (typeof CLAMP_TROUBLES)[number];

/** Records in one page of registers, by the number of clamps. */
export const recordsAPage = (clamps: number): number => Math.floor((MOST_AT_ONCE - PAGE_REGISTERS.values) / clamps);

/** The high register of a 32-bit value. */
export const highRegister = (value: number): number => (value >>> 16) & 0xffff;
/** The low register of a 32-bit value. */
export const lowRegister = (value: number): number => value & 0xffff;
/** A signed value of two registers. */
export const signed32 = (hi: number, lo: number): number => (hi << 16) | lo;
/** An unsigned value of two registers. */
export const unsigned32 = (hi: number, lo: number): number => ((hi << 16) | lo) >>> 0;
/** A signed value of one register. */
export const signed16 = (value: number): number => (value << 16) >> 16;
