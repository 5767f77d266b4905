/** Interval data of a home: consecutive averages or energies, stored as integers of a small unit. */
import type { LocalClock } from "./clock.ts";

export const INTERVAL_UNITS = ["A", "kW", "kWh"] as const;
export type IntervalUnit = (typeof INTERVAL_UNITS)[number];

/** A value that is not there. */
export const MISSING_VALUE = -2_147_483_648;
const LARGEST = 2_147_483_647;
const MOST_DECIMALS = 6;

export interface IntervalSeries {
  /** Averages in A or kW, or the energy of each interval in kWh. */
  unit: IntervalUnit;
  /** Start of the first interval, s since 1970 UTC. */
  startS: number;
  intervalS: number;
  /** A value is its whole number over ten to the power of this: exactly what the file wrote. */
  decimals: number;
  /** One list, or one for each of two legs or three phases; `GAP` where there is no value. */
  phases: Int32Array[];
  clock: LocalClock;
}

/** The number of intervals of a series. */
export const countOf = ({ phases }: IntervalSeries): number => phases[0]?.length ?? 0;
/** The end of a series, s since 1970 UTC. */
export const endS = (series: IntervalSeries): number => series.startS + countOf(series) * series.intervalS;
/** The length of a series, days. */
export const daysOf = (series: IntervalSeries): number => (countOf(series) * series.intervalS) / 86_400;

/**
 * The values as integers, with as many decimals as in the file (six at most).
 * @param phases values of each phase, NaN where one is missing
 */
export function packedValues(phases: readonly Float64Array[]): Pick<IntervalSeries, "decimals" | "phases"> {
  let largest = 0;
  let decimals = 0;
  let scale = 1;
  for (const values of phases)
    for (const value of values) {
      if (Number.isNaN(value)) continue;
      const size = Math.abs(value);
      if (size > largest) largest = size;
      while (
        decimals < MOST_DECIMALS &&
        Math.abs(value * scale - Math.round(value * scale)) > 1e-9 * (1 + size * scale)
      ) {
        decimals++;
        scale *= 10;
      }
    }
  while (decimals > 0 && largest * scale > LARGEST) {
    decimals--;
    scale /= 10;
  }
  return {
    decimals,
    phases: phases.map((values) => {
      const whole = new Int32Array(values.length);
      for (let i = 0; i < values.length; i++) {
        const value = values[i] as number;
        whole[i] = Number.isNaN(value) ? MISSING_VALUE : Math.round(value * scale);
      }
      return whole;
    }),
  };
}

/** Volts of one leg where two legs were measured by themselves. */
const LEG_VOLTS = 120;

/**
 * Currents, A, NaN where there is no value; of phases, that of the highest in each interval.
 * @param volts of the supply; a total of three phases is taken as spread evenly
 * @param shareOfTotal phases that one total is spread over
 */
export function ampsOf(series: IntervalSeries, volts: number, shareOfTotal = 1): Float64Array {
  const scale = 10 ** series.decimals;
  const count = countOf(series);
  const amps = new Float64Array(count);
  const each = series.phases.length === 2 ? LEG_VOLTS : volts;
  const total = series.phases.length === 1 && series.unit !== "A" ? shareOfTotal : 1;
  const [first, ...others] = series.phases;
  const hours = series.intervalS / 3600;
  const { unit } = series;
  for (let i = 0; i < count; i++) {
    let whole = (first as Int32Array)[i] as number;
    if (whole !== MISSING_VALUE)
      for (const phase of others) {
        const other = phase[i] as number;
        if (other === MISSING_VALUE) {
          whole = MISSING_VALUE;
          break;
        }
        if (other > whole) whole = other;
      }
    if (whole === MISSING_VALUE) amps[i] = Number.NaN;
    else {
      const value = whole / scale;
      amps[i] = unit === "A" ? value : ((unit === "kW" ? value : value / hours) * 1000) / each / total;
    }
  }
  return amps;
}
