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
import { highestOf } from "./blocks.ts";
import type { GuardSteps, HouseSteps } from "./controller.ts";
import { madeHouse, madeOn, measuredHouse, nextMadeYear, type ReplayHouse } from "./house.ts";
import { nightsOn, type ReplayNight, stepFrom } from "./nights.ts";
import { limitTried, type ReplayOptions } from "./options.ts";
import type { PartAlone } from "./parts.ts";
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
  scratch: {
    amps: Float64Array | null;
    blocked: Uint8Array | null;
    charger: Float64Array | null;
  };
  /** The loads of each panel, by its id, made once for all ways. */
  ofPanels: Map<string, PartAlone>;
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
    scratch: { amps: null, blocked: null, charger: null },
    ofPanels: new Map(),
  };
}

/** The same stage in another made-up year, with its nights at the same steps. */
export const nextYear = (stage: ReplayStage, year: number): ReplayStage => ({
  ...stage,
  house: nextMadeYear(stage.house, year),
  ofPanels: new Map(),
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

/** The loads behind a panel in every step. */
export function ofPanel({ house, document, ofPanels }: ReplayStage, panel: string): PartAlone {
  const known = ofPanels.get(panel);
  if (known) return known;
  const behind = fedThrough(document, panel);
  const own = madeOn(
    house,
    house.loads.filter((l) => l.panel !== null && behind.has(l.panel)),
  );
  const made: PartAlone = { own, highest: highestOf(own), above: new Map(), warmth: new Map() };
  ofPanels.set(panel, made);
  return made;
}

/** Memory for the charging current of each step; only that of the nights is written. */
export function chargerSteps({ house, scratch }: ReplayStage): Float64Array {
  scratch.charger ??= new Float64Array(house.grid.steps);
  return scratch.charger;
}

/** The clamps of a way beside those of the supply, with the limits that are tried. */
function guardsOf(stage: ReplayStage, way: WayToReplay, options: ReplayOptions): GuardSteps[] {
  const supplyA = limitTried(options, "supply", way.limitA);
  return way.parts.flatMap(({ at, limitA }) =>
    limitA === null ? [] : [{ own: ofPanel(stage, at).own, lessA: supplyA - limitTried(options, at, limitA) }],
  );
}

/** The steps of the house as one way's controller reads them. */
export const controllerSteps = (stage: ReplayStage, way: WayToReplay, options: ReplayOptions): HouseSteps => ({
  dtS: stage.house.grid.dtS,
  amps: stage.house.amps,
  guards: guardsOf(stage, way, options),
  blocked: way.goesFirst ? blockedBy(stage, way.goesFirst) : null,
  cheap: stage.cheap,
});
