/**
 * Shared input of all ways of a replay: the house in steps, its nights, the cheap hours, and loads that block the
 * charger.
 */
import { homeBeside } from "#core/case/document/staying-charger.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { fedThrough } from "#core/panel/sub-panels.ts";
import { caseVolts } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import type { Codebook } from "#core/rules/types.ts";
import { DAY_S, momentOf } from "../intervals/clock.ts";
import type { IntervalSeries } from "../intervals/series.ts";
import { minutesOf } from "../need/hours.ts";
import { nightNeed } from "../need/need.ts";
import type { HouseSteps } from "./controller.ts";
import { madeHouse, madeOn, measuredHouse, nextMadeYear, type ReplayHouse } from "./house.ts";
import { nightsOn, type ReplayNight, stepFrom } from "./nights.ts";
import type { ReplayOptions } from "./options.ts";
import type { WayToReplay } from "./way-to-replay.ts";

/** A current above this is an appliance that runs, A; for so long after it the charger stays off, s. */
const RUNS_FROM_A = 1;
const AFTER_S = 60;

/** A house with what its nights need, made once for all ways. */
export interface ReplayStage {
  document: CaseDocument;
  codebook: Codebook;
  house: ReplayHouse;
  nights: ReplayNight[];
  /** Nights that data is missing in or that it cuts off. */
  leftOut: number;
  cheap: Uint8Array | null;
  /** Memory for what is made up beside the house, used again from year to year. */
  scratch: { amps: Float64Array | null; blocked: Uint8Array | null };
}

/** Nights in which something is not known do not count. */
function nightsOf(house: ReplayHouse, document: CaseDocument): { nights: ReplayNight[]; leftOut: number } {
  const usual = nightNeed(document).energyPerDayKWh;
  const { amps } = house;
  const nights = nightsOn(house.grid, document, usual).map((night) => {
    if (!night.whole || house.source === "made-up") return night;
    for (let k = night.from; k < night.to; k++) if (Number.isNaN(amps[k])) return { ...night, whole: false };
    return night;
  });
  return { nights, leftOut: nights.filter((n) => !n.whole).length };
}

/** Steps of the cheap tariff; null without one. */
function cheapSteps({ grid }: ReplayHouse, { need }: CaseDocument): Uint8Array | null {
  const windows = [need?.cheap, need?.cheapAlso].filter((w) => w !== null && w !== undefined);
  if (windows.length === 0) return null;
  const out = new Uint8Array(grid.steps);
  const { startS, dtS, clock, steps } = grid;
  const firstDay = Math.floor(startS / DAY_S) - 2;
  const lastDay = Math.floor((startS + steps * dtS) / DAY_S) + 2;
  for (let day = firstDay; day <= lastDay; day++)
    for (const { from, to } of windows) {
      const [a, b] = [minutesOf(from), minutesOf(to)];
      const at = (minute: number) => stepFrom(grid, momentOf(clock, day * DAY_S + minute * 60));
      const [first, end] = [Math.max(0, at(a)), Math.min(steps, at(b > a ? b : b + 1440))];
      if (end > first) out.fill(1, first, end);
    }
  return out;
}

/** The shared input of all ways of a case's replay, at one step length and seed. */
export function stageOf(today: CaseDocument, { dtS, seed }: ReplayOptions, series: IntervalSeries | null): ReplayStage {
  const codebook = codebookOf(today.rules);
  const document = homeBeside(today, caseVolts(today, codebook));
  const house = series
    ? measuredHouse(document, codebook, series, dtS, seed)
    : madeHouse(document, codebook, dtS, seed, 0);
  return {
    document,
    codebook,
    house,
    ...nightsOf(house, document),
    cheap: cheapSteps(house, document),
    scratch: { amps: null, blocked: null },
  };
}

/** The same stage in another made-up year, with its nights at the same steps. */
export const nextYear = (stage: ReplayStage, year: number): ReplayStage => ({
  ...stage,
  house: nextMadeYear(stage.house, year),
});

/** Steps in which a load runs, and for a minute after it. */
function blockedBy({ house, scratch }: ReplayStage, goesFirst: string): Uint8Array {
  const { steps, dtS } = house.grid;
  const first = house.loads.filter((l) => l.id === goesFirst);
  const amps = madeOn(house, first, scratch.amps);
  scratch.amps = amps;
  scratch.blocked ??= new Uint8Array(steps);
  const out = scratch.blocked;
  const after = Math.ceil(AFTER_S / dtS);
  let until = -1;
  for (let k = 0; k < steps; k++) {
    if ((amps[k] as number) > RUNS_FROM_A) until = k + after;
    out[k] = k <= until ? 1 : 0;
  }
  return out;
}

/** Room left by the clamps of several parts, converted to one reading at the supply. */
function clampsOf({ house, document }: ReplayStage, way: WayToReplay): Float64Array | null {
  if (way.guards.length === 0) return null;
  const read = house.amps.slice();
  for (const { at, limitA } of way.guards) {
    const panels = fedThrough(document, at);
    const own = madeOn(
      house,
      house.loads.filter((l) => l.panel !== null && panels.has(l.panel)),
    );
    for (let k = 0; k < read.length; k++) {
      const asAtSupply = way.limitA - limitA + (own[k] as number);
      if (asAtSupply > (read[k] as number)) read[k] = asAtSupply;
    }
  }
  return read;
}

/** The steps of the house as one way's controller reads them. */
export const controllerSteps = (stage: ReplayStage, way: WayToReplay): HouseSteps => ({
  dtS: stage.house.grid.dtS,
  amps: stage.house.amps,
  clamps: clampsOf(stage, way),
  blocked: way.goesFirst ? blockedBy(stage, way.goesFirst) : null,
  cheap: stage.cheap,
});
