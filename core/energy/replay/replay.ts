/** Replays one way of a case on a stage: all of its days, one night in detail, or how long which current is drawn. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { figuresOf } from "../need/cars.ts";
import { LEAST_OFFER_A } from "./charger-control.ts";
import {
  type ChargingWay,
  emptyResults,
  type NightResults,
  type ReplayTrace,
  type RunTotals,
  runWay,
} from "./controller.ts";
import { stepShare, thermalModel } from "./device.ts";
import type { ReplayNight } from "./nights.ts";
import { FAULTS, limitTried, type ReplayOptions, SILENT_HOURS } from "./options.ts";
import { drawsOf, partTotals } from "./parts.ts";
import type { WaySum } from "./results.ts";
import { runShared } from "./shared.ts";
import { chargerSteps, controllerSteps, ofPanel, type ReplayStage } from "./stage.ts";
import { thinnedPoints } from "./statistics.ts";
import type { PartOfWay, WayToReplay } from "./way-to-replay.ts";

/** A car with a known battery charges more slowly when it is nearly full. */
function batteryOf({ need }: CaseDocument): ChargingWay["battery"] {
  const cars = need?.cars ?? [];
  const [car] = cars;
  if (!car || cars.length > 1 || need?.energyPerDayKWh !== undefined) return null;
  const { batteryKWh, efficiency } = figuresOf(car);
  return batteryKWh === null ? null : { kWh: batteryKWh / efficiency, target: (car.morningPercent ?? 100) / 100 };
}

/** A way as the controller runs it. */
function chargingOf(
  { document, codebook }: Pick<ReplayStage, "document" | "codebook">,
  way: WayToReplay,
  options: ReplayOptions,
): ChargingWay {
  const { dtS, fault, lagS, solarFirst, carryOver } = options;
  const stepsPerHour = 3600 / dtS;
  return {
    managed: way.managed,
    mostA: way.chargeA,
    volts: way.volts,
    limitA: way.managed ? limitTried(options, "supply", way.limitA) : way.limitA,
    ratingA: way.ratingA,
    lagS,
    thermalShare: stepShare(thermalModel(codebook.supplyDevice, way.ratingA), dtS),
    readsShare: FAULTS[fault].reads,
    silent:
      fault === "silent"
        ? { from: Math.round(SILENT_HOURS.from * stepsPerHour), to: Math.round(SILENT_HOURS.to * stepsPerHour) }
        : null,
    fallbackA: way.fallbackFits ? LEAST_OFFER_A : 0,
    solarFirst: solarFirst && way.managed,
    carryOver,
    battery: batteryOf(document),
  };
}

interface Ran {
  results: NightResults;
  totals: RunTotals;
}

function run(stage: ReplayStage, way: WayToReplay, options: ReplayOptions, trace: ReplayTrace | null = null): Ran {
  const results = emptyResults(stage.nights.length);
  const charging = chargingOf(stage, way, options);
  const steps = controllerSteps(stage, way, options);
  const totals =
    options.chargers === 2
      ? runShared(steps, stage.nights, charging, options.sharing, results, trace)
      : runWay(steps, stage.nights, charging, results, trace);
  return { results, totals };
}

/** A part with the limit that is tried there. */
const partTried = (part: PartOfWay, options: ReplayOptions): PartOfWay => ({
  ...part,
  limitA: part.limitA === null ? null : limitTried(options, part.at, part.limitA),
});

/** The feeders on a way during its run. @param charger charging current of each step of the nights, A */
function partsDuring(stage: ReplayStage, way: WayToReplay, options: ReplayOptions, charger: Float64Array) {
  const { codebook, nights } = stage;
  const draws = drawsOf(charger, nights);
  return way.parts.map((part) =>
    partTotals(partTried(part, options), ofPanel(stage, part.at), nights, draws, options.dtS, codebook.supplyDevice),
  );
}

/** Runs one way over the days of a stage. */
export function replayWay(stage: ReplayStage, way: WayToReplay, options: ReplayOptions): WaySum {
  const { steps, dtS } = stage.house.grid;
  const trace = way.parts.length > 0 ? { from: 0, charger: chargerSteps(stage) } : null;
  const { results, totals } = run(stage, way, options, trace);
  const counted = stage.nights.flatMap((night, n) => (night.whole ? [n] : []));
  return {
    ...totals,
    way: way.way,
    gotKWh: counted.map((n) => results.gotKWh[n] as number),
    askedKWh: counted.map((n) => results.askedKWh[n] as number),
    seconds: steps * dtS,
    steps,
    parts: trace ? partsDuring(stage, way, options, trace.charger) : [],
  };
}

/** One night of a way, step by step. */
export interface NightInDetail {
  evening: string;
  /** Start of the first step on the wall clock, s since 1970, and the length of a step, s. */
  startWallS: number;
  dtS: number;
  house: Float64Array;
  charger: Float64Array;
  /** State of the supply's device over that at which it trips. */
  thermal: Float64Array;
  gotKWh: Float64Array;
  needKWh: number;
  limitA: number;
  ratingA: number;
  /** The feeders on the way: what each carries with the charger, A. */
  parts: (PartOfWay & { amps: Float64Array })[];
}

/** Nights of a way, those first that miss most of what they ask for, then the most throttled. */
export interface NightOfWay {
  evening: string;
  index: number;
  askedKWh: number;
  gotKWh: number;
  throttledS: number;
  overLimitS: number;
}

/** The nights with the largest missing energy of one way, the worst first. */
export function worstNights(stage: ReplayStage, way: WayToReplay, options: ReplayOptions): NightOfWay[] {
  const { results } = run(stage, way, options);
  return stage.nights
    .flatMap((night, index): NightOfWay[] =>
      night.whole
        ? [
            {
              evening: night.evening,
              index,
              askedKWh: results.askedKWh[index] as number,
              gotKWh: results.gotKWh[index] as number,
              throttledS: results.throttledS[index] as number,
              overLimitS: results.overLimitS[index] as number,
            },
          ]
        : [],
    )
    .sort(
      (a, b) =>
        b.askedKWh - b.gotKWh - (a.askedKWh - a.gotKWh) ||
        b.overLimitS - a.overLimitS ||
        b.throttledS - a.throttledS ||
        a.index - b.index,
    );
}

/** One night of a way, step by step, for its chart. */
export function nightInDetail(
  stage: ReplayStage,
  way: WayToReplay,
  options: ReplayOptions,
  index: number,
): NightInDetail {
  const night = stage.nights[index] as ReplayNight;
  const { grid } = stage.house;
  const length = night.to - night.from;
  const trace = {
    from: night.from,
    charger: new Float64Array(length),
    thermal: new Float64Array(length),
    gotKWh: new Float64Array(length),
  };
  run(stage, way, options, trace);
  const charging = chargingOf(stage, way, options);
  const { tripAt } = thermalModel(stage.codebook.supplyDevice, way.ratingA);
  const atS = grid.startS + night.from * grid.dtS;
  const wall = grid.clock.reduce((offset, c) => (c.fromS <= atS ? c.offsetS : offset), grid.clock[0]?.offsetS ?? 0);
  return {
    evening: night.evening,
    startWallS: atS + wall,
    dtS: grid.dtS,
    house: stage.house.amps.slice(night.from, night.to),
    charger: trace.charger,
    thermal: trace.thermal.map((x) => x / tripAt),
    gotKWh: trace.gotKWh,
    needKWh: night.needKWh,
    limitA: charging.limitA,
    ratingA: way.ratingA,
    parts: way.parts.map((part) => ({
      ...partTried(part, options),
      amps: ofPanel(stage, part.at)
        .own.slice(night.from, night.to)
        .map((own, k) => own + (trace.charger[k] as number)),
    })),
  };
}

/** Load duration curve: total current of each step in descending order, thinned to `points` points. */
export function durationOf(
  stage: ReplayStage,
  way: WayToReplay,
  options: ReplayOptions,
  points = 200,
): { share: number[]; amps: number[] } {
  const { steps } = stage.house.grid;
  const trace: ReplayTrace = {
    from: 0,
    charger: new Float64Array(steps),
  };
  run(stage, way, options, trace);
  const { amps } = stage.house;
  let known = 0;
  const total = trace.charger;
  for (let k = 0; k < steps; k++) {
    const h = amps[k] as number;
    if (!Number.isNaN(h)) total[known++] = h + (trace.charger[k] as number);
  }
  return thinnedPoints(total.subarray(0, known), points);
}
