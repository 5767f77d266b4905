/** Results of a way: sums over its days, and figures derived from them. */
import type { Codebook } from "#core/rules/types.ts";
import { DAY_S } from "../intervals/clock.ts";
import type { RunTotals } from "./controller.ts";
import { thermalModel } from "./device.ts";
import type { PartTotals } from "./parts.ts";
import { percentile, wilsonInterval } from "./statistics.ts";
import type { WayToReplay } from "./way-to-replay.ts";

const YEAR_S = 365 * DAY_S;
/** A night has what it asked for where no more than this is missing, kWh. */
const ALL_OF_IT = 1e-6;
/** Whether a night got all its energy, kWh. */
export const isMet = (gotKWh: number, askedKWh: number): boolean => gotKWh >= askedKWh - ALL_OF_IT;

/** One run's contribution over one span of days. */
export interface WaySum extends RunTotals {
  way: string;
  /** Requested and delivered energy of the counted nights, in order, kWh. */
  gotKWh: number[];
  askedKWh: number[];
  /** Seconds that were simulated. */
  seconds: number;
  steps: number;
  /** The feeders on its way. */
  parts: PartTotals[];
}

export interface WayReplay extends Omit<WaySum, "gotKWh" | "askedKWh"> {
  name: string;
  nights: number;
  nightsMet: number;
  /** 0 to 1, and where it really lies (Wilson, 95 %). */
  share: number;
  low: number;
  high: number;
  kWhPerNightMean: number;
  /** In the worst twentieth of the nights at most. */
  kWhPerNightP5: number;
  askedKWhMean: number;
  /** State at which the supply's device trips. */
  tripAt: number;
}

/** Adds a run to a sum, or starts a new sum; returns it. */
export function addTo(sum: WaySum | undefined, more: WaySum): WaySum {
  if (!sum) return more;
  for (const got of more.gotKWh) sum.gotKWh.push(got);
  for (const asked of more.askedKWh) sum.askedKWh.push(asked);
  sum.maxThermal = Math.max(sum.maxThermal, more.maxThermal);
  for (const of of ADDED) sum[of] += more[of];
  sum.parts = sum.parts.map((part, i) => addPart(part, more.parts[i] as PartTotals));
  return sum;
}

const addPart = (sum: PartTotals, more: PartTotals): PartTotals => ({
  ...sum,
  secondsOverLimit: sum.secondsOverLimit + more.secondsOverLimit,
  secondsOverRating: sum.secondsOverRating + more.secondsOverRating,
  maxThermal: Math.max(sum.maxThermal, more.maxThermal),
});

const ADDED = [
  "seconds",
  "steps",
  "secondsOverLimit",
  "secondsOverRating",
  "throttledSeconds",
  "pauses",
  "cheapKWh",
  "otherKWh",
  "solarKWh",
  "exportedKWh",
] as const satisfies readonly (keyof WaySum)[];

/** Figures of a way's result. */
export function resultOf(sum: WaySum, way: WayToReplay, codebook: Pick<Codebook, "supplyDevice">): WayReplay {
  const { gotKWh, askedKWh, ...totals } = sum;
  const nights = gotKWh.length;
  const nightsMet = gotKWh.filter((got, n) => isMet(got, askedKWh[n] as number)).length;
  const mean = (values: readonly number[]) =>
    values.length === 0 ? 0 : values.reduce((t, v) => t + v, 0) / values.length;
  return {
    ...totals,
    name: way.name,
    nights,
    nightsMet,
    share: nights === 0 ? 0 : nightsMet / nights,
    ...wilsonInterval(nightsMet, nights),
    kWhPerNightMean: mean(gotKWh),
    kWhPerNightP5: percentile(gotKWh, 0.05),
    askedKWhMean: mean(askedKWh),
    tripAt: thermalModel(codebook.supplyDevice, way.ratingA).tripAt,
  };
}

/** Converts seconds of a replay to seconds in a year. */
export const perYear = (seconds: number, { seconds: of }: Pick<WaySum, "seconds">): number => (seconds * YEAR_S) / of;
