/** Two chargers on one circuit: they share what there is, each with the same controller as one by itself. */
import { ChargerControl, LEAST_OFFER_A, ROUNDING_A, SILENT_FOR_S } from "./charger-control.ts";
import {
  type ChargingWay,
  type HouseSteps,
  type NightResults,
  type ReplayTrace,
  type RunTotals,
  readingAt,
  toSun,
  WS_PER_KWH,
} from "./controller.ts";
import type { ReplayNight } from "./nights.ts";
import type { Sharing } from "./options.ts";

/** One of the two, with what its car needs in a night. */
class Charger {
  got = 0.5;
  need = 0.5;

  constructor(readonly control: ChargerControl) {}

  plugIn(need: number): void {
    this.control.plugIn();
    this.got = 0;
    this.need = need;
  }

  get wants(): boolean {
    return this.got < this.need;
  }
}

/**
 * Without clamps the two share the circuit alone, by the same controller; what is asked of the second car is what the
 * second car of the case needs, or as much as the first where there is only one.
 */
export function runShared(
  house: HouseSteps,
  nights: readonly ReplayNight[],
  way: ChargingWay,
  sharing: Sharing,
  results: NightResults,
  trace: ReplayTrace | null = null,
): RunTotals {
  const { amps, guards, blocked, cheap, dtS } = house;
  const { managed, mostA, volts, limitA, ratingA, thermalShare, readsShare } = way;
  const lag = Math.max(1, Math.round(way.lagS / dtS));
  const perStep = (volts * dtS) / WS_PER_KWH;
  const pair = [new Charger(new ChargerControl(mostA, dtS)), new Charger(new ChargerControl(mostA, dtS))] as const;
  const inTurn = sharing === "second" ? [pair[1], pair[0]] : [pair[0], pair[1]];
  const silentSteps = Math.ceil(SILENT_FOR_S / dtS);
  const totals: RunTotals = {
    secondsOverLimit: 0,
    secondsOverRating: 0,
    maxThermal: 0,
    throttledSeconds: 0,
    pauses: 0,
    cheapKWh: 0,
    otherKWh: 0,
    solarKWh: 0,
    exportedKWh: 0,
  };
  let x = 0;
  const meets = (k: number, c: number, h: number): void => {
    const total = h + c;
    if (total > limitA + ROUNDING_A) totals.secondsOverLimit += dtS;
    if (total > ratingA + ROUNDING_A) totals.secondsOverRating += dtS;
    x += ((total * total) / (ratingA * ratingA) - x) * thermalShare;
    if (x > totals.maxThermal) totals.maxThermal = x;
    if (trace && k >= trace.from && k < trace.from + trace.charger.length) {
      trace.charger[k - trace.from] = c;
      if (trace.thermal) trace.thermal[k - trace.from] = x;
      if (trace.gotKWh) trace.gotKWh[k - trace.from] = pair[0].got + pair[1].got;
    }
  };
  let k = 0;
  for (let n = 0; n <= nights.length; n++) {
    const night = nights[n];
    for (const to = night?.from ?? amps.length; k < to; k++) {
      const h = amps[k] as number;
      if (!Number.isNaN(h)) meets(k, 0, h);
    }
    if (!night) break;
    const [first = 0, ...others] = night.carsKWh;
    pair[0].plugIn(first);
    pair[1].plugIn(others.length > 0 ? others.reduce((t, e) => t + e, 0) : first);
    const asked = pair[0].need + pair[1].need;
    const { spans } = night;
    let span = 0;
    let throttled = 0;
    const overBefore = totals.secondsOverLimit;
    for (; k < night.to; k++) {
      const h = amps[k] as number;
      if (Number.isNaN(h)) continue;
      while (span < spans.length && k >= (spans[span + 1] as number)) span += 2;
      const may = span < spans.length && k >= (spans[span] as number);
      let c = 0;
      if (may && (pair[0].wants || pair[1].wants)) {
        const read = readingAt(amps, guards, Math.max(0, k - lag));
        const silent =
          managed &&
          way.silent !== null &&
          k - night.from >= way.silent.from + silentSteps &&
          k - night.from < way.silent.to;
        let available = !managed ? mostA : Number.isNaN(read) ? 0 : limitA - read * readsShare;
        if (silent) available = way.fallbackA;
        else if (managed && way.solarFirst && read < 0)
          available = Math.min(available, Math.max(toSun(-read), LEAST_OFFER_A));
        if (!managed && blocked?.[k] === 1) available = 0;
        available = Math.min(available, mostA);
        const wanting = Number(pair[0].wants) + Number(pair[1].wants);
        // Shared equally where each car gets the least offer; otherwise one car after the other.
        const each = sharing === "equally" && available >= wanting * LEAST_OFFER_A ? available / wanting : available;
        let left = available;
        for (const charger of inTurn) {
          if (!charger.wants) continue;
          const { control } = charger;
          if (control.step(Math.min(each, left))) totals.pauses++;
          const offered = control.paused ? 0 : control.offeredA;
          left -= offered;
          if (offered < mostA - ROUNDING_A) throttled += dtS / wanting;
          const missing = (charger.need - charger.got) / perStep;
          const isLast = offered >= missing - ROUNDING_A;
          const amount = isLast ? missing : offered;
          charger.got = isLast ? charger.need : charger.got + amount * perStep;
          c += amount;
          const kWh = amount * perStep;
          if (cheap?.[k] === 1) totals.cheapKWh += kWh;
          else totals.otherKWh += kWh;
        }
        if (h < 0) totals.solarKWh += Math.min(c, -h) * perStep;
      }
      if (h < 0) totals.exportedKWh -= h * perStep;
      meets(k, c, h);
    }
    results.gotKWh[n] = pair[0].got + pair[1].got;
    results.askedKWh[n] = asked;
    results.throttledS[n] = throttled;
    results.overLimitS[n] = totals.secondsOverLimit - overBefore;
    totals.throttledSeconds += throttled;
  }
  return totals;
}
