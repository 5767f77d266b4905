/**
 * The charger and its clamp controller, step by step, as Heron's rules of the replay write it (exact, so that any other
 * implementation agrees). One loop over a span of days; nothing is made in it but numbers.
 */
import { ChargerControl, LEAST_OFFER_A, ROOM_TO_RESUME_A, ROUNDING_A, SILENT_FOR_S } from "./charger-control.ts";
import type { ReplayNight } from "./nights.ts";

/** Ws in a kWh. */
export const WS_PER_KWH = 3.6e6;
/** State of charge from which a car takes less and less, and what it takes in the end, as a share of its most. */
const TAPER_FROM = 0.95;
const TAPER_LEAST = 0.1;
/** Solar first: what is left to charge from the grid may take this much of the time that is left. */
const SOLAR_MARGIN = 1.25;

/** Surplus from which solar charging starts, A: half of the least offer; the grid supplies the other half. */
const SUN_FROM_A = LEAST_OFFER_A / 2;

/** Current to offer from a solar surplus, A: the surplus itself, but at least the charger's minimum. */
export const toSun = (spareA: number): number => (spareA >= SUN_FROM_A ? Math.max(spareA, ROOM_TO_RESUME_A) : 0);

/**
 * Missing energy of a car, converted to charging at full current, kWh: the last part of a battery takes longer.
 * @param missing kWh at the wall
 */
function atFull(missing: number, battery: ChargingWay["battery"]): number {
  if (!battery || battery.target <= TAPER_FROM) return missing;
  const { kWh, target } = battery;
  const band = 1 - TAPER_FROM;
  const from = Math.max(TAPER_FROM, target - missing / kWh);
  // The current falls with what is left to full, down to its least share.
  const least = 1 - TAPER_LEAST * band;
  const falling = band * Math.log((1 - Math.min(from, least)) / (1 - Math.min(target, least)));
  const atLeast = Math.max(0, target - Math.max(from, least)) / TAPER_LEAST;
  return missing - (target - from) * kWh + (falling + atLeast) * kWh;
}

/** Clamps at a part of the house that leave the charger less room than those of the supply. */
export interface GuardSteps {
  /** What its loads draw in each step, A; NaN where nothing is known. */
  own: Float64Array;
  /** By how much its limit is below that of the supply, A. */
  lessA: number;
}

/** The reading of all clamps in one step, as if those of the supply had read it, A: the one that leaves least room. */
export function readingAt(amps: Float64Array, guards: readonly GuardSteps[], step: number): number {
  let read = amps[step] as number;
  for (let g = 0; g < guards.length; g++) {
    const { own, lessA } = guards[g] as GuardSteps;
    const asAtSupply = lessA + (own[step] as number);
    if (asAtSupply > read) read = asAtSupply;
  }
  return read;
}

export interface HouseSteps {
  dtS: number;
  /** House current without the charger, A, negative where it gives away; NaN where nothing is known. */
  amps: Float64Array;
  /** Clamps beside those of the supply. */
  guards: readonly GuardSteps[];
  /** Steps in which an appliance that goes first keeps the charger off. */
  blocked: Uint8Array | null;
  /** Steps of the cheap tariff. */
  cheap: Uint8Array | null;
}

export interface ChargingWay {
  /** Limited by clamps; otherwise it charges at `mostA` whenever it may. */
  managed: boolean;
  /** Largest charging current of charger, circuit and car, A. */
  mostA: number;
  /** Volts it charges at. */
  volts: number;
  /** The clamps' limit; without clamps, the largest continuous load, A. */
  limitA: number;
  ratingA: number;
  /** From reading to acting, s. */
  lagS: number;
  /** Share of the difference to its steady temperature by which the supply's device warms in one step. */
  thermalShare: number;
  /** Share of the current that the clamps read: 1 correct, -1 reversed, 0 on another conductor. */
  readsShare: number;
  /** Steps of each night, from plugging in, between which nothing is heard of the clamps; null: always heard. */
  silent: { from: number; to: number } | null;
  /** Current without a clamp signal, A: 6 where that fits beside the governing demand, otherwise 0. */
  fallbackA: number;
  /** Take what the roof gives first, and from the grid only what is then still missing. */
  solarFirst: boolean;
  /** Energy missing after one night is added to the next. */
  carryOver: boolean;
  /** Battery of the one car, kWh at the wall from empty to full, and how full it is to be; null: no taper. */
  battery: { kWh: number; target: number } | null;
}

/** Filled in by a run, one entry a night. */
export interface NightResults {
  gotKWh: Float64Array;
  askedKWh: Float64Array;
  throttledS: Float64Array;
  overLimitS: Float64Array;
}

export interface RunTotals {
  secondsOverLimit: number;
  secondsOverRating: number;
  maxThermal: number;
  throttledSeconds: number;
  pauses: number;
  cheapKWh: number;
  otherKWh: number;
  /** Of what was charged, from what the home would have given away. */
  solarKWh: number;
  /** Exported energy while the car was plugged in, kWh, with or without charging. */
  exportedKWh: number;
}

/** Charging and thermal state of each step from `from` on, for one night in detail. */
export interface ReplayTrace {
  from: number;
  charger: Float64Array;
  /** Left out where only the current is asked for. */
  thermal?: Float64Array;
  gotKWh?: Float64Array;
}

/** Results of a replay before its first step. */
export const emptyResults = (nights: number): NightResults => ({
  gotKWh: new Float64Array(nights),
  askedKWh: new Float64Array(nights),
  throttledS: new Float64Array(nights),
  overLimitS: new Float64Array(nights),
});

/**
 * One way going over the days of a house. Nights and the hours between them are each a call: an engine that compiles
 * what is called often has them fast after the first few.
 */
class Run {
  private overLimit = 0;
  private overRating = 0;
  /** State of the supply's device. */
  private x = 0;
  private maxThermal = 0;
  private throttled = 0;
  private pauses = 0;
  private cheapKWh = 0;
  private otherKWh = 0;
  private solarKWh = 0;
  private exportedKWh = 0;
  private readonly control: ChargerControl;
  private readonly lag: number;
  /** kWh that one ampere gives in a step. */
  private readonly perStep: number;
  private readonly squared: number;
  private readonly overLimitFrom: number;
  private readonly overRatingFrom: number;
  private readonly traceFrom: number;
  private readonly traceTo: number;

  constructor(
    private readonly house: HouseSteps,
    private readonly way: ChargingWay,
    private readonly results: NightResults,
    private readonly trace: ReplayTrace | null,
  ) {
    const { dtS } = house;
    this.control = new ChargerControl(way.mostA, dtS);
    this.lag = Math.max(1, Math.round(way.lagS / dtS));
    this.perStep = (way.volts * dtS) / WS_PER_KWH;
    this.squared = 1 / (way.ratingA * way.ratingA);
    this.overLimitFrom = way.limitA + ROUNDING_A;
    this.overRatingFrom = way.ratingA + ROUNDING_A;
    this.traceFrom = trace?.from ?? 0;
    this.traceTo = trace ? trace.from + trace.charger.length : 0;
  }

  /** Steps in which no car is plugged in. */
  between(from: number, to: number): void {
    const { amps } = this.house;
    const { thermalShare } = this.way;
    const { overLimitFrom, overRatingFrom, squared, trace, traceFrom, traceTo } = this;
    let maxThermal = +this.maxThermal;
    let overLimit = +this.overLimit;
    let overRating = +this.overRating;
    let x = +this.x;
    for (let k = from; k < to; k++) {
      const h = amps[k] as number;
      if (!Number.isNaN(h)) {
        if (h > overLimitFrom) overLimit++;
        if (h > overRatingFrom) overRating++;
        x += (h * h * squared - x) * thermalShare;
        if (x > maxThermal) maxThermal = x;
      }
      if (trace?.thermal && k >= traceFrom && k < traceTo) trace.thermal[k - traceFrom] = x;
    }
    this.overLimit = overLimit;
    this.overRating = overRating;
    this.x = x;
    this.maxThermal = maxThermal;
  }

  /**
   * A night from plugging in to unplugging.
   * @param n its place in the results
   * @param asked what it asks for, kWh
   * @returns what it got, kWh
   */
  night(n: number, { from, spans, to }: ReplayNight, asked: number): number {
    const { amps, blocked, cheap, dtS, guards } = this.house;
    const { battery, managed, silent, solarFirst } = this.way;
    // Unary plus keeps these as doubles, or V8 boxes them on each step.
    const need = +asked;
    const L = +this.way.limitA;
    const mostA = +this.way.mostA;
    const fallbackA = +this.way.fallbackA;
    const readsShare = +this.way.readsShare;
    const thermalShare = +this.way.thermalShare;
    const { lag, overLimitFrom, overRatingFrom, perStep, squared, trace, traceFrom, traceTo } = this;
    const control = this.control;
    const isGuarded = guards.length > 0;
    control.plugIn();
    const silentSteps = Math.ceil(SILENT_FOR_S / dtS);
    const silentFrom = silent ? from + silent.from : 0;
    const silentTo = silent ? from + silent.to : 0;
    let maxThermal = +this.maxThermal;
    let overRating = +this.overRating;
    let x = +this.x;
    let span = 0;
    let got = 0;
    let throttled = 0;
    let pauses = 0;
    let over = 0;
    let cheapKWh = 0;
    let otherKWh = 0;
    let solarKWh = 0;
    let exportedKWh = 0;
    /** Solar first: from here on the grid gives what is still missing. */
    let fromGrid = false;
    for (let k = from; k < to; k++) {
      const h = amps[k] as number;
      while (span < spans.length && k >= (spans[span + 1] as number)) span += 2;
      const may = span < spans.length && k >= (spans[span] as number);
      let c = 0;
      if (Number.isNaN(h)) {
        // Nothing is known of the house: nothing is charged, and the night does not count.
      } else if (may && got < need) {
        let most = mostA;
        if (battery) {
          const full = battery.target - (need - got) / battery.kWh;
          if (full > TAPER_FROM) {
            const share = (1 - full) / (1 - TAPER_FROM);
            most = mostA * Math.max(share, TAPER_LEAST);
          }
        }
        if (managed) {
          const at = k - lag;
          const read = isGuarded ? readingAt(amps, guards, Math.max(at, 0)) : (amps[Math.max(at, 0)] as number);
          // Without a clamp reading there is no room.
          let available = Number.isNaN(read) ? 0 : L - read * readsShare;
          if (solarFirst && !fromGrid && atFull(need - got, battery) * SOLAR_MARGIN >= (to - k) * perStep * mostA)
            fromGrid = true;
          if (solarFirst && !fromGrid) available = Math.min(available, toSun(-read));
          const isSilent = k >= silentFrom && k < silentTo;
          if (!isSilent) {
            if (control.step(available)) pauses++;
          } else if (k - silentFrom >= silentSteps && control.fallBack(fallbackA)) pauses++;
          c = control.paused ? 0 : control.offeredA;
          if (control.paused || control.offeredA < mostA - ROUNDING_A) throttled += dtS;
        } else if (blocked !== null && blocked[k] === 1) throttled += dtS;
        else c = mostA;
        if (c > most) c = most;
        const missing = (need - got) / perStep;
        if (c >= missing - ROUNDING_A) {
          c = missing;
          got = need;
        } else got += c * perStep;
        const kWh = c * perStep;
        if (cheap !== null && cheap[k] === 1) cheapKWh += kWh;
        else otherKWh += kWh;
        if (h < 0) solarKWh += Math.min(c, -h) * perStep;
      }
      if (h < 0) exportedKWh -= h * perStep;
      if (!Number.isNaN(h)) {
        const total = h + c;
        if (total > overLimitFrom) over++;
        if (total > overRatingFrom) overRating++;
        x += (total * total * squared - x) * thermalShare;
        if (x > maxThermal) maxThermal = x;
      }
      if (trace !== null && k >= traceFrom && k < traceTo) {
        trace.charger[k - traceFrom] = c;
        if (trace.thermal) trace.thermal[k - traceFrom] = x;
        if (trace.gotKWh) trace.gotKWh[k - traceFrom] = got;
      }
    }
    const { results } = this;
    results.gotKWh[n] = got;
    results.askedKWh[n] = need;
    results.throttledS[n] = throttled;
    results.overLimitS[n] = over * dtS;
    this.throttled += throttled;
    this.overLimit += over;
    this.overRating = overRating;
    this.pauses += pauses;
    this.x = x;
    this.maxThermal = maxThermal;
    this.cheapKWh += cheapKWh;
    this.otherKWh += otherKWh;
    this.solarKWh += solarKWh;
    this.exportedKWh += exportedKWh;
    return got;
  }

  get totals(): RunTotals {
    const { dtS } = this.house;
    const { cheapKWh, exportedKWh, maxThermal, otherKWh, pauses, solarKWh } = this;
    return {
      secondsOverLimit: this.overLimit * dtS,
      secondsOverRating: this.overRating * dtS,
      maxThermal,
      throttledSeconds: this.throttled,
      pauses,
      cheapKWh,
      otherKWh,
      solarKWh,
      exportedKWh,
    };
  }
}

/**
 * @param nights of the house, in order and not overlapping
 * @param results filled in, one entry a night
 * @param trace filled in for the steps that it covers
 */
export function runWay(
  house: HouseSteps,
  nights: readonly ReplayNight[],
  way: ChargingWay,
  results: NightResults,
  trace: ReplayTrace | null = null,
): RunTotals {
  const run = new Run(house, way, results, trace);
  let carried = 0;
  let at = 0;
  for (const [n, night] of nights.entries()) {
    run.between(at, night.from);
    const need = night.needKWh + carried;
    const got = run.night(n, night, need);
    if (way.carryOver) carried = need - got;
    at = night.to;
  }
  run.between(at, house.amps.length);
  return run.totals;
}
