/** Days of a house made up from its load list: the same for the same seed, whichever part of them is asked for. */
import type { CaseDocument, LoadKindId } from "#core/case/document/types.ts";
import { seededRandom } from "#core/chance.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import type { Codebook } from "#core/rules/types.ts";
import { areaFt2 } from "#core/units.ts";
import { DAY_S } from "../intervals/clock.ts";
import { ALWAYS_ON, AREA_LIGHTING, HOURS, LOAD_USES, type LoadUse, type Seasons } from "./uses.ts";

/** One load as it is drawn: what one of it takes at the supply, and how it is used. */
export interface UsedLoad {
  /** Id of the ledger load; "" for loads of every house. */
  id: string;
  panel: string | null;
  kind: LoadKindId | "always-on" | "area-lighting";
  quantity: number;
  /** Of one, at the volts of the supply, A. */
  amps: number;
  /** False for what is planned. */
  existing: boolean;
}

/** The loads of a case as they are used, and what every house has. */
export function usedLoads(document: CaseDocument, codebook: Codebook, volts: number): UsedLoad[] {
  const own = countedLoads(document, codebook).map((l): UsedLoad => {
    const load = document.loads.find((d) => d.id === l.id);
    return {
      id: l.id,
      panel: load?.panel ?? null,
      kind: l.kind,
      quantity: l.quantity,
      amps: l.unitVA / volts,
      existing: l.existing,
    };
  });
  const always: UsedLoad = {
    id: "",
    panel: null,
    kind: "always-on",
    quantity: 1,
    amps: ALWAYS_ON.va / volts,
    existing: true,
  };
  const { floorArea } = document.dwelling;
  if (!codebook.asksFor.floorArea || !floorArea) return [always, ...own];
  const lightA = (areaFt2(floorArea) * AREA_LIGHTING.vaPerFt2 * AREA_LIGHTING.burns) / volts;
  return [always, { ...always, kind: "area-lighting", amps: lightA }, ...own];
}

/** Use of a load: its draw while on, and its likelihood by clock hour and by season, relative to its highest. */
export function usualUse({
  kind,
  amps,
}: UsedLoad): { amps: number; byHour: readonly number[]; bySeason?: Seasons | undefined } | null {
  if (kind === "always-on" || kind === "area-lighting") return null;
  const [use] = LOAD_USES[kind] ?? [];
  return use ? { amps: amps * use.draws, byHour: HOURS[use.hours], bySeason: use.duty ?? use.perDay } : null;
}

/** A whole number that is as good as chance for each of its parts. */
function mixed(...parts: readonly number[]): number {
  let h = 0x9e3779b9;
  for (const part of parts) {
    h = Math.imul(h ^ (part >>> 0), 0x85ebca6b);
    h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35) ^ (h >>> 16);
  }
  return h >>> 0;
}
/** Chance of its own for one load on one day, so that a part of the loads gives that part of the sum. */
const chanceOf = (seed: number, day: number, text: string): (() => number) => {
  let h = 7;
  for (let i = 0; i < text.length; i++) h = Math.imul(h, 31) + text.charCodeAt(i);
  return seededRandom(mixed(seed, day, h));
};

/** 1 in the middle of January, -1 in the middle of July. */
const winterness = (dayOfYear: number): number => Math.cos((2 * Math.PI * (dayOfYear - 15)) / 365);
const seasonal = ([winter, between, summer]: readonly [number, number, number], w: number): number =>
  w >= 0 ? between + (winter - between) * w : between + (summer - between) * -w;

const cumulative = Object.fromEntries(
  Object.entries(HOURS).map(([name, weights]) => {
    const total = weights.reduce<number>((t, x) => t + x, 0);
    let sum = 0;
    return [name, weights.map((x) => (sum += x / total))];
  }),
) as Record<keyof typeof HOURS, number[]>;

function hourBy(name: keyof typeof HOURS, chance: number): number {
  const sums = cumulative[name];
  let hour = 0;
  while (hour < 23 && chance >= (sums[hour] as number)) hour++;
  return hour;
}

/** Adds `amps` to the steps that begin between two moments of the grid, s from its start. */
function put(out: Float64Array, dtS: number, fromS: number, toS: number, amps: number): void {
  const from = Math.max(0, Math.round(fromS / dtS));
  const to = Math.min(out.length, Math.max(from + 1, Math.round(toS / dtS)));
  for (let k = from; k < to; k++) out[k] = (out[k] as number) + amps;
}

interface Days {
  dtS: number;
  /** Day of the year, from 0, of the first midnight of the grid; later days follow. */
  firstDayOfYear: number;
  days: number;
  seed: number;
  /** Seed that makes the days of one year differ from those of another. */
  year: number;
}

/**
 * Adds the current of some loads to the steps of a grid that begins at a midnight.
 * @param out A, one entry a step; it may end before the last day does
 */
export function addMadeDays(
  loads: readonly UsedLoad[],
  { dtS, firstDayOfYear, days, seed, year }: Days,
  out: Float64Array,
): void {
  for (let day = 0; day < days; day++) {
    const w = winterness((firstDayOfYear + day) % 365);
    const midnightS = day * DAY_S;
    const dayId = year * 400 + day;
    const weather = 0.75 + 0.5 * seededRandom(mixed(seed, dayId, 1))();
    for (const load of loads) {
      if (load.kind === "always-on" || load.kind === "area-lighting") {
        addGround(load, { dtS, midnightS, w }, chanceOf(seed, dayId, load.kind), out);
        continue;
      }
      const uses = LOAD_USES[load.kind] ?? [];
      const chance = chanceOf(seed, dayId, load.id);
      for (const use of uses)
        for (let each = 0; each < load.quantity; each++)
          addUse(use, load.amps, { dtS, midnightS, w, weather }, chance, out);
    }
  }
}

/** Peak output of a roof as a share of its inverter's rating, and the loss by clouds. */
const ROOF_BEST = 0.85;
const DULL = { darkest: 0.15, brightest: 1 } as const;

/**
 * Takes what a roof gives off the steps of a grid that begins at a midnight: a bow over the day, high and long in summer.
 * @param outputA rated output of the inverter, A
 */
export function takeSun(outputA: number, { dtS, firstDayOfYear, days, seed, year }: Days, out: Float64Array): void {
  for (let day = 0; day < days; day++) {
    const w = winterness((firstDayOfYear + day) % 365);
    const chance = seededRandom(mixed(seed, year * 400 + day, 2));
    const sky = DULL.darkest + (DULL.brightest - DULL.darkest) * chance();
    const halfS = (6 - 2 * w) * 3600;
    const noonS = day * DAY_S + 12.5 * 3600;
    const best = outputA * ROOF_BEST * (0.75 - 0.25 * w) * sky;
    const from = Math.max(0, Math.ceil((noonS - halfS) / dtS));
    const to = Math.min(out.length, Math.ceil((noonS + halfS) / dtS));
    for (let k = from; k < to; k++)
      out[k] = (out[k] as number) - best * Math.cos(((k * dtS - noonS) / halfS) * (Math.PI / 2));
  }
}

function addGround(
  { kind, amps }: UsedLoad,
  { dtS, midnightS, w }: { dtS: number; midnightS: number; w: number },
  chance: () => number,
  out: Float64Array,
): void {
  const brightest = Math.max(...HOURS[AREA_LIGHTING.hours]);
  for (let hour = 0; hour < 24; hour++) {
    const share =
      kind === "always-on"
        ? 1 + ALWAYS_ON.swing * (2 * chance() - 1)
        : ((HOURS[AREA_LIGHTING.hours][hour] as number) / brightest) * (1 + 0.25 * w) * (0.6 + 0.8 * chance());
    put(out, dtS, midnightS + hour * 3600, midnightS + (hour + 1) * 3600, amps * share);
  }
}

function addUse(
  use: LoadUse,
  amps: number,
  { dtS, midnightS, w, weather }: { dtS: number; midnightS: number; w: number; weather: number },
  chance: () => number,
  out: Float64Array,
): void {
  const [shortest, longest] = use.minutes;
  const lasts = () => (shortest + (longest - shortest) * chance()) * 60;
  const draws = amps * use.draws;
  if (use.perDay) {
    const times = Math.floor(seasonal(use.perDay, w) + chance());
    for (let i = 0; i < times; i++) {
      const fromS = midnightS + (hourBy(use.hours, chance()) + chance()) * 3600;
      put(out, dtS, fromS, fromS + lasts(), draws);
    }
    return;
  }
  const duty = Math.min(0.95, seasonal(use.duty ?? [0, 0, 0], w) * weather);
  if (duty <= 0) return;
  const weights = HOURS[use.hours];
  const mean = weights.reduce<number>((t, x) => t + x, 0) / 24;
  // A thermostat: on, off, on, off, the longer the more the hour asks for it.
  const shareAt = (hour: number) => Math.min(0.95, (duty * (weights[hour] as number)) / mean);
  // At midnight the load is at a random point between two switch-ons.
  let atS = (chance() * longest * 60) / Math.max(0.01, shareAt(0));
  while (atS < DAY_S) {
    const share = shareAt(Math.floor(atS / 3600));
    const onS = lasts();
    if (share <= 0.005) {
      atS += 3600;
      continue;
    }
    put(out, dtS, midnightS + atS, midnightS + Math.min(DAY_S, atS + onS), draws);
    atS += onS / share;
  }
}
