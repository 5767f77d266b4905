/** The registers of a circuit splitter over Modbus TCP, shared by Heron and its stand-in. */

/** "HS" in the first register identifies a splitter of this kind. */
export const SPLITTER_MAGIC = 0x4853;

/** Input registers. */
export const SPLITTER_INPUT = {
  magic: 0,
  version: 1,
  /** Currents in 0.01 A. */
  applianceCentiA: 2,
  chargerCentiA: 3,
  /** The delay of its label before the charger comes back, s. */
  delayS: 4,
  /** 1 where it has an appliance of its own to test with. */
  hasTestAppliance: 5,
  /** 1 while the charger's side is closed. */
  chargerClosed: 6,
  size: 7,
} as const;

/** Holding registers. */
export const SPLITTER_HOLDING = {
  /** The appliance to test with: 1 on, 0 off. */
  testAppliance: 0,
  /** Of the stand-in: the current that its charger asks for, 0.01 A, and its fault. */
  chargerAsksCentiA: 900,
  fault: 910,
} as const;

/** Faults that the stand-in can simulate, by their number in its register. */
export const SPLITTER_FAULTS = ["none", "both-on", "slow-change-over"] as const;
export type SplitterFault = (typeof SPLITTER_FAULTS)[number];
