/** All that the Measured sheet shows of interval data, worked out at once, small enough to be sent to the page. */

import { readRatingA } from "#core/case/document/lookups.ts";
import type { CaseDocument, Measured } from "#core/case/document/types.ts";
import { WEEKDAYS } from "#core/case/document/vocabulary.ts";
import { caseVolts, loadName, phasesOf } from "#core/rules/demand/loads.ts";
import type { Codebook } from "#core/rules/types.ts";
import {
  blocksOf,
  hasWeekend,
  heatMapOf,
  type LoadProfile,
  likelyCauses,
  type PeakSuspect,
  peaksOf,
  seasonProfiles,
  weekdayProfiles,
  whenInWords,
} from "./intervals/demand.ts";
import { blockSOf, evidenceOf, hasExport, lastYear } from "./intervals/evidence.ts";
import { aboveSupply, type DataFinding, type DataQuality, qualityOf } from "./intervals/quality.ts";
import { ampsOf, countOf, type IntervalSeries } from "./intervals/series.ts";
import { usedLoads, usualUse } from "./replay/made-days.ts";
import { thinnedPoints } from "./replay/statistics.ts";

const MOST_PEAKS = 6;

export interface PeakSeen {
  amps: number;
  when: string;
  atS: number;
  /** Labels of loads that are likely behind it. */
  causes: string[];
}

export interface DataAnalysis {
  /** The evidence that the case would store if this file were chosen. */
  evidence: Measured;
  /** Averages that the peaks are of, minutes. */
  blockMinutes: number;
  peaks: PeakSeen[];
  /** Highest and mean of each day, A. */
  daily: { days: string[]; highest: (number | null)[]; mean: (number | null)[] };
  duration: { share: number[]; amps: number[] };
  heat: { days: string[]; byHour: (number | null)[][] };
  weekdays: LoadProfile[];
  seasons: LoadProfile[];
  /** Above the supply for hours: asked whether it is this home's. */
  above: DataFinding[];
  exports: boolean;
  weekend: boolean;
  /** Of longer data only the last year counts. */
  onlyLastYear: boolean;
  /** Quality of the data that counts. */
  quality: DataQuality;
}

/** Loads of the ledger that could cause a peak. */
function suspectsOf(document: CaseDocument, codebook: Codebook, volts: number): PeakSuspect[] {
  return usedLoads(document, codebook, volts).flatMap((used): PeakSuspect[] => {
    const load = document.loads.find((l) => l.id === used.id);
    const use = usualUse(used);
    return load && use && used.existing ? [{ label: loadName(load, codebook), ...use }] : [];
  });
}

function dailyOf({ byHour, days, highest }: ReturnType<typeof heatMapOf>): DataAnalysis["daily"] {
  return {
    days,
    highest,
    mean: days.map((_, d) => {
      const known = byHour.map((h) => h[d]).filter((v): v is number => v !== null && v !== undefined);
      return known.length === 0 ? null : known.reduce((t, v) => t + v, 0) / known.length;
    }),
  };
}

/**
 * @param quality of the whole file, with what was found while it was read
 * @param said source, season, name and digest of the file
 */
export function analysisOf(
  whole: IntervalSeries,
  quality: DataQuality,
  document: CaseDocument,
  codebook: Codebook,
  said: Partial<Measured>,
): DataAnalysis {
  const series = lastYear(whole);
  const onlyLastYear = countOf(series) < countOf(whole);
  const volts = caseVolts(document, codebook);
  const amps = ampsOf(series, volts, phasesOf({ document }));
  const blocks = blocksOf(series, amps, blockSOf(series, codebook));
  const suspects = suspectsOf(document, codebook, volts);
  const heat = heatMapOf(series, amps);
  const counts = onlyLastYear ? qualityOf(series, []) : quality;
  const rating = readRatingA(document);
  return {
    evidence: evidenceOf(series, counts, document, codebook, said),
    blockMinutes: blocks.blockS / 60,
    peaks: peaksOf(blocks, MOST_PEAKS).map((peak) => ({
      amps: peak.amps,
      atS: peak.atS,
      when: whenInWords(series, peak.atS),
      causes: likelyCauses(series, amps, peak, suspects),
    })),
    daily: dailyOf(heat),
    duration: thinnedPoints(
      amps.filter((a) => !Number.isNaN(a)),
      240,
    ),
    heat: { days: heat.days, byHour: heat.byHour },
    weekdays: weekdayProfiles(series, amps, WEEKDAYS),
    seasons: seasonProfiles(series, amps),
    above: rating === null ? [] : aboveSupply(series, amps, rating),
    exports: hasExport(series),
    weekend: hasWeekend(series, countOf(series)),
    onlyLastYear,
    quality: counts,
  };
}
