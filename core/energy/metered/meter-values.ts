/** Parses the meter values of a charge point (OCPP 1.6, MeterValues) into base units. */
import { ownValue } from "#core/own-value.ts";

export interface SampledValue {
  value: string;
  measurand?: string;
  phase?: string;
  unit?: string;
  context?: string;
  /** "Inlet" is the supply of the home, as a charger with clamps reads it; the charger's own outlet by default. */
  location?: string;
}
export interface SentMeterValue {
  timestamp: string;
  sampledValue: readonly SampledValue[];
}

/** One reading of a charge point's meter; what it did not send is null. */
export interface MeterReading {
  /** ms since 1970. */
  at: number;
  registerWh: number | null;
  powerW: number | null;
  /** By phase, in the order in which they were sent. */
  currentA: readonly number[];
  /** The current that the charger offers the car. */
  offeredA: number | null;
  voltageV: number | null;
  /** On the conductor of the supply with most, A, as the charger's clamps read it. */
  totalA: number | null;
}

/** The measurand where none is named (OCPP 1.6, SampledValue). */
const REGISTER = "Energy.Active.Import.Register";

const FACTORS: Readonly<Record<string, number>> = { kWh: 1000, Wh: 1, kW: 1000, W: 1, kA: 1000, A: 1, mA: 0.001, V: 1 };

/** A value in its base unit; null for what is no number, or a unit that is not known. */
function baseValue({ value, unit }: SampledValue, usual: string): number | null {
  const factor = ownValue(FACTORS, unit ?? usual);
  const number = Number(value);
  return factor === undefined || value.trim() === "" || !Number.isFinite(number) ? null : number * factor;
}

/** Values of single phases are sums of the whole where a meter sends only those. */
function whole(values: readonly SampledValue[], usual: string): number | null {
  const ofAll = values.filter(({ phase }) => phase === undefined);
  const used = ofAll.length > 0 ? ofAll.slice(-1) : values.filter(({ phase }) => /^L[123](-N)?$/.test(phase ?? ""));
  const numbers = used.map((one) => baseValue(one, usual)).filter((one): one is number => one !== null);
  return numbers.length > 0 ? numbers.reduce((a, b) => a + b, 0) : null;
}

/**
 * The time of a message, ms since 1970. A time that is invalid, or later than a day from now, is taken as now.
 * @param now ms since 1970
 */
export function sentTime(timestamp: string, now: number): number {
  const at = Date.parse(timestamp);
  return Number.isNaN(at) || at > now + 24 * 3_600_000 ? now : at;
}

/** A sent value as a reading. @param now ms since 1970 */
export function meterReading({ timestamp, sampledValue }: SentMeterValue, now: number): MeterReading {
  const own = sampledValue.filter(({ location }) => location !== "Inlet");
  const of = (measurand: string) => own.filter((one) => (one.measurand ?? REGISTER) === measurand);
  const ampsOf = (values: readonly SampledValue[]) =>
    values
      .filter(({ measurand, phase }) => measurand === "Current.Import" && phase !== "N")
      .map((one) => baseValue(one, "A"))
      .filter((one): one is number => one !== null);
  const totals = ampsOf(sampledValue.filter(({ location }) => location === "Inlet"));
  return {
    at: sentTime(timestamp, now),
    registerWh: whole(of(REGISTER), "Wh"),
    powerW: whole(of("Power.Active.Import"), "W"),
    currentA: ampsOf(own),
    offeredA: whole(of("Current.Offered").slice(-1), "A"),
    voltageV: whole(of("Voltage").slice(-1), "V"),
    totalA: totals.length > 0 ? Math.max(...totals) : null,
  };
}
