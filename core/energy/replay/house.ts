/** The house of a replay: its current in every step, from interval data or made up from its load list. */
import type { CaseDocument } from "#core/case/document/types.ts";
import { caseVolts, phasesOf } from "#core/rules/demand/loads.ts";
import { hasMaximum, measuredMaxVA } from "#core/rules/demand/measured-max.ts";
import type { Codebook } from "#core/rules/types.ts";
import { DAY_S, dayOfWall, steadyClock, wallAt } from "../intervals/clock.ts";
import { blocksOf, peakOf } from "../intervals/demand.ts";
import { ampsOf, type IntervalSeries } from "../intervals/series.ts";
import { addMadeDays, takeSun, type UsedLoad, usedLoads, usualUse } from "./made-days.ts";
import type { ReplayGrid } from "./nights.ts";
import { rebuiltValues } from "./rebuild.ts";

/** Made-up years are this one: no leap year, begins on a Wednesday; its clock is never changed. */
const MADE_YEAR_S = Date.UTC(2025, 0, 1) / 1000;
const YEAR_DAYS = 365;
/** A gap up to this length is filled with the larger neighbor, s. */
const BRIDGED_S = 3600;

export interface ReplayHouse {
  grid: ReplayGrid;
  /** Current without the charger, A; NaN where nothing is known. */
  amps: Float64Array;
  source: "interval-data" | "made-up";
  loads: readonly UsedLoad[];
  seed: number;
  /** Of made-up years, which. */
  year: number;
  /**
   * Scale of made-up loads, so that their highest average is not above the measured maximum; 1 without a measurement.
   */
  scale: number;
  /** Rated output of the roof's inverter, A; 0 without one. */
  roofA: number;
  /** Unmeasured parts of the house, in words. */
  notes: string[];
}

/** Loads of the home, without a charger that is still to come. */
const ofHouse = (document: CaseDocument, codebook: Codebook): UsedLoad[] =>
  usedLoads(document, codebook, caseVolts(document, codebook)).filter((l) => l.existing || l.kind !== "ev-charger");

/** One year made up from the load list. */
export function madeHouse(
  document: CaseDocument,
  codebook: Codebook,
  dtS: number,
  seed: number,
  year: number,
): ReplayHouse {
  const loads = ofHouse(document, codebook);
  const steps = Math.floor((YEAR_DAYS * DAY_S) / dtS);
  const grid: ReplayGrid = { startS: MADE_YEAR_S, dtS, steps, clock: steadyClock() };
  const house: ReplayHouse = {
    grid,
    amps: new Float64Array(steps),
    source: "made-up",
    loads,
    seed,
    year,
    scale: 1,
    roofA: roofOf(document, caseVolts(document, codebook)),
    notes: [],
  };
  house.scale = measuredScale(house, document, codebook);
  if (house.scale < 1)
    house.notes.push("The made-up days are drawn lower, so that their highest average is the measured maximum");
  return nextMadeYear(house, year);
}

/** Default output of a roof with an unknown inverter, VA. */
const USUAL_ROOF_VA = 4000;

function roofOf({ supply, panels }: CaseDocument, volts: number): number {
  const read = panels.flatMap((p) => (p.circuits ?? []).flatMap((c) => (c.backfeed ? [c.backfeed.outputA] : [])));
  if (read.length > 0) return read.reduce((t, a) => t + a, 0);
  return supply.onsiteGeneration ? USUAL_ROOF_VA / volts : 0;
}

/**
 * The measured maximum over the highest average of the first made-up year, where that average is higher; otherwise 1.
 */
function measuredScale(house: ReplayHouse, document: CaseDocument, codebook: Codebook): number {
  const { grid, amps, seed } = house;
  const { measured } = document;
  if (!measured || !hasMaximum(measured)) return 1;
  const volts = caseVolts(document, codebook);
  const maximumA = Math.max(...measuredMaxVA(measured, volts)) / volts;
  addMadeDays(
    house.loads.filter((l) => l.existing),
    { dtS: grid.dtS, firstDayOfYear: 0, days: YEAR_DAYS, seed, year: 0 },
    amps,
  );
  const blockS = Math.max(grid.dtS, Math.round(((measured.intervalMinutes ?? 15) * 60) / grid.dtS) * grid.dtS);
  const highest = peakOf(blocksOf({ startS: grid.startS, intervalS: grid.dtS }, amps, blockS))?.amps ?? 0;
  return highest > maximumA ? maximumA / highest : 1;
}

/** Another made-up year in the same memory. */
export function nextMadeYear(house: ReplayHouse, year: number): ReplayHouse {
  const { amps, grid, loads, roofA, scale, seed } = house;
  const days = { dtS: grid.dtS, firstDayOfYear: 0, days: YEAR_DAYS, seed, year };
  amps.fill(0);
  addMadeDays(scaled(loads, scale), days, amps);
  if (roofA > 0) takeSun(roofA, days, amps);
  return { ...house, year };
}

const scaled = (loads: readonly UsedLoad[], scale: number): readonly UsedLoad[] =>
  scale === 1 ? loads : loads.map((l) => ({ ...l, amps: l.existing ? l.amps * scale : l.amps }));

/**
 * Current of some loads of a house on its grid, made up as its days are.
 * @param into memory of an earlier call to use again, where there is some
 */
export function madeOn(
  { grid, scale, seed, year }: ReplayHouse,
  loads: readonly UsedLoad[],
  into: Float64Array | null = null,
): Float64Array {
  const wallS = wallAt(grid.clock, grid.startS);
  const midnightS = Math.floor(wallS / DAY_S) * DAY_S;
  const before = Math.round((wallS - midnightS) / grid.dtS);
  const out = before === 0 && into ? into.fill(0) : new Float64Array(grid.steps + before);
  const firstDayOfYear = Math.floor(
    (midnightS - Date.parse(`${dayOfWall(midnightS).slice(0, 4)}-01-01T00:00Z`) / 1000) / DAY_S,
  );
  const days = Math.ceil((out.length * grid.dtS) / DAY_S);
  addMadeDays(scaled(loads, scale), { dtS: grid.dtS, firstDayOfYear, days, seed, year }, out);
  return before === 0 ? out : out.subarray(before);
}

/** Short gaps take the larger of their neighbours, so that what is unknown counts against. */
function bridged(amps: Float64Array, intervalS: number): { amps: Float64Array; count: number } {
  const most = Math.floor(BRIDGED_S / intervalS);
  let count = 0;
  let made: Float64Array | null = null;
  for (let i = 1; i < amps.length; i++) {
    if (!Number.isNaN(amps[i]) || Number.isNaN(amps[i - 1])) continue;
    let end = i;
    while (end < amps.length && Number.isNaN(amps[end])) end++;
    if (end < amps.length && end - i <= most) {
      made ??= amps.slice();
      made.fill(Math.max(amps[i - 1] as number, amps[end] as number), i, end);
      count += end - i;
    }
    i = end;
  }
  return { amps: made ?? amps, count };
}

/** The measured days of a home, and what is planned on top of them. */
export function measuredHouse(
  document: CaseDocument,
  codebook: Codebook,
  series: IntervalSeries,
  dtS: number,
  seed: number,
): ReplayHouse {
  const volts = caseVolts(document, codebook);
  const phases = phasesOf({ document });
  const loads = ofHouse(document, codebook);
  const notes: string[] = [];
  const { amps: averages, count } = bridged(ampsOf(series, volts, phases), series.intervalS);
  if (count > 0) notes.push(`${count} missing intervals are bridged by the larger of their neighbours`);
  if (phases === 3 && series.phases.length === 1 && series.unit !== "A")
    notes.push("One total of three phases is assumed to be spread evenly over them");
  const existing = loads.flatMap((l) => (l.existing ? (usualUse(l) ?? []) : []));
  const amps = rebuiltValues(averages, series, dtS, existing, seed);
  if (series.intervalS > dtS)
    notes.push(
      existing.length > 0
        ? `Averages over ${series.intervalS / 60} minutes are built again as blocks of the home's loads with the same energy`
        : "Averages are built again as two levels with the same energy",
    );
  const grid: ReplayGrid = { startS: series.startS, dtS, steps: amps.length, clock: series.clock };
  const house: ReplayHouse = { grid, amps, source: "interval-data", loads, seed, year: 0, scale: 1, roofA: 0, notes };
  const planned = loads.filter((l) => !l.existing);
  if (planned.length > 0) {
    house.amps = amps.slice();
    const added = madeOn(house, planned);
    for (let k = 0; k < added.length; k++) house.amps[k] = (house.amps[k] as number) + (added[k] as number);
    notes.push(`${planned.length} planned ${planned.length === 1 ? "load is" : "loads are"} added from usual use`);
  }
  return house;
}
