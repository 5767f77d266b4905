/** A charge point that is connected, as its page shows it. */
import type { MeterReading } from "./meter-values.ts";

/** A reading that a charge point has sent since it connected. */
export interface LivePoint extends MeterReading {
  /** Counts up with each point of all charge points of a process. */
  seq: number;
  connector: number;
}

/** Status of one connector, in the terms of OCPP. */
export interface ConnectorStatus {
  status: string;
  errorCode: string;
  /** What it says of it in its own words. */
  info?: string;
  /** ISO moment. */
  at: string;
}
