/** Replays nights off the page's own thread: whole years for all ways, and one way's nights in detail. */
import { expose } from "comlink";
import type { CaseDocument } from "#core/case/document/types.ts";
import { type KeptAbout, unpackValues } from "#core/energy/intervals/kept.ts";
import type { IntervalSeries } from "#core/energy/intervals/series.ts";
import type { ReplayOptions } from "#core/energy/replay/options.ts";
import {
  durationOf,
  type NightInDetail,
  type NightOfWay,
  nightInDetail,
  replayWay,
  worstNights,
} from "#core/energy/replay/replay.ts";
import { addTo, type WaySum } from "#core/energy/replay/results.ts";
import { nextYear, type ReplayStage, stageOf } from "#core/energy/replay/stage.ts";
import type { WayToReplay } from "#core/energy/replay/way-to-replay.ts";
import { fetchCodebook } from "#core/rules/fetch.ts";

type Progress = (share: number) => void;

let taken: { document: CaseDocument; series: IntervalSeries | null } | null = null;
let stage: { of: ReplayStage; key: string } | null = null;

/** The house of the case with its nights; made once for a step and a seed. */
function staged(options: ReplayOptions): ReplayStage {
  if (!taken) throw new Error("a case is taken over before its nights are replayed");
  const key = `${options.dtS} ${options.seed}`;
  if (stage?.key !== key) stage = { of: stageOf(taken.document, options, taken.series), key };
  return stage.of;
}

const api = {
  /** Takes a case over, and the interval data of its house where there is some. */
  async take(document: CaseDocument, data: { about: KeptAbout; values: Uint8Array } | null) {
    await fetchCodebook(document.rules);
    taken = { document, series: data && (await unpackValues(data.values, data.about)) };
    stage = null;
  },

  /** Runs every way over made-up years `from` up to `to`, or once over the data. */
  async years(
    ways: readonly WayToReplay[],
    options: ReplayOptions,
    from: number,
    to: number,
    onProgress: Progress,
  ): Promise<WaySum[]> {
    let at = staged(options);
    const sums: WaySum[] = [];
    const all = (to - from) * ways.length;
    let done = 0;
    for (let year = from; year < to; year++) {
      if (at.house.source === "made-up" && at.house.year !== year) {
        at = nextYear(at, year);
        stage = { of: at, key: `${options.dtS} ${options.seed}` };
      }
      for (const [i, way] of ways.entries()) {
        sums[i] = addTo(sums[i], replayWay(at, way, options));
        onProgress(++done / all);
      }
    }
    return sums;
  },

  /** Unmeasured parts of the house, in words, and the number of nights left out. */
  about(options: ReplayOptions): { notes: string[]; leftOut: number } {
    const { house, leftOut } = staged(options);
    return { notes: house.notes, leftOut };
  },

  nights: (way: WayToReplay, options: ReplayOptions, most: number): NightOfWay[] =>
    worstNights(staged(options), way, options).slice(0, most),
  night: (way: WayToReplay, options: ReplayOptions, index: number): NightInDetail =>
    nightInDetail(staged(options), way, options, index),
  duration: (way: WayToReplay, options: ReplayOptions) => durationOf(staged(options), way, options),
};
export type ReplayWorker = typeof api;

expose(api);
