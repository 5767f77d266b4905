/** The part of a replay that a case stores. */

import type { Replayed } from "#core/case/document/types.ts";
import { type Assessment, governingOf } from "#core/decide/assessment.ts";
import { replayBasis } from "#core/energy/need/replayed.ts";
import { perYear, type WayReplay } from "#core/energy/replay/results.ts";
import type { WayToReplay } from "#core/energy/replay/way-to-replay.ts";

/** The inputs of an assessed case that a replay depends on. */
export const basisOf = (assessment: Assessment): Replayed["basis"] =>
  replayBasis(assessment.need, governingOf(assessment).demandA);

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/**
 * @param ran how it was run
 * @param on ISO day
 */
export function keptReplay(
  assessment: Assessment,
  ways: readonly { way: WayToReplay; result: WayReplay }[],
  ran: Pick<Replayed, "house" | "digest" | "seed" | "years" | "stepS">,
  on: string,
): Replayed {
  const managedLimit = (id: string) => assessment.ways.find((w) => w.way === id)?.limitA;
  return {
    ...ran,
    basis: basisOf(assessment),
    ways: ways.map(({ way, result }) => {
      const limitA = managedLimit(way.way);
      return {
        way: way.way as Replayed["ways"][number]["way"],
        chargeA: way.chargeA,
        ...(limitA !== undefined && { limitA }),
        nights: result.nights,
        nightsMet: result.nightsMet,
        kWhPerNight: rounded(result.kWhPerNightMean),
        secondsOverLimit: rounded(perYear(result.secondsOverLimit, result)),
        secondsOverRating: rounded(perYear(result.secondsOverRating, result)),
        throttledHours: rounded(perYear(result.throttledSeconds, result) / 3600),
        thermal: rounded(result.maxThermal / result.tripAt),
      };
    }),
    on,
  };
}
