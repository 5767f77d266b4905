/** Interval data as the evidence of a case: what the measured method of its rules asks for, read off the data. */
import type { CaseDocument, Measured } from "#core/case/document/types.ts";
import { caseVolts, phasesOf } from "#core/rules/demand/loads.ts";
import type { Codebook } from "#core/rules/types.ts";
import { DAY_S } from "./clock.ts";
import { blocksOf, heatingShare, peakOf } from "./demand.ts";
import type { DataQuality } from "./quality.ts";
import { ampsOf, countOf, type IntervalSeries, MISSING_VALUE } from "./series.ts";

/** Of so much of the time there has to be a value for the days to count in full. */
const WHOLE = 0.99;
/** A recording that lies in the heating season for half of its days has seen it. */
const SEEN = 0.5;
/** Data of this many days covers every season. */
const ALL_SEASONS_DAYS = 350;
/** A year and a bit: of what is longer the last year counts. */
const YEAR_DAYS = 365;
const MOST_OF_A_YEAR = 400;

/** The last year of data that is longer; the same where it is not. */
export function lastYear(series: IntervalSeries): IntervalSeries {
  const count = countOf(series);
  if ((count * series.intervalS) / DAY_S <= MOST_OF_A_YEAR) return series;
  const from = count - Math.round((YEAR_DAYS * DAY_S) / series.intervalS);
  return {
    ...series,
    startS: series.startS + from * series.intervalS,
    phases: series.phases.map((p) => p.subarray(from)),
  };
}

/** Counted days: all from the first to the last where hardly any value is missing, otherwise the days with values. */
const daysThatCount = ({ days, daysCovered, covered }: DataQuality): number =>
  Math.floor((covered >= WHOLE ? days : daysCovered) * 100 + 1e-6) / 100;

/** Length of the averages that the rules' maximum is of, s: the data's own, where they ask for no other. */
export const blockSOf = ({ intervalS }: Pick<IntervalSeries, "intervalS">, { survey }: Codebook): number =>
  survey.demandBlockMinutes === null ? intervalS : survey.demandBlockMinutes * 60;

/**
 * @param quality of the series, or of its last year
 * @param said what a person has said of it: source, season, name and digest of the file
 */
export function evidenceOf(
  series: IntervalSeries,
  quality: DataQuality,
  document: CaseDocument,
  codebook: Codebook,
  said: Partial<Measured>,
): Measured {
  const volts = caseVolts(document, codebook);
  const phases = phasesOf({ document });
  const blockS = blockSOf(series, codebook);
  const peak = (one: IntervalSeries): number =>
    Math.max(0, peakOf(blocksOf(one, ampsOf(one, volts, phases), blockS))?.amps ?? 0);
  const days = daysThatCount(quality);
  const measuredS = Math.max(series.intervalS, blockS % series.intervalS === 0 ? blockS : 0);
  const { max: _max, maxByPhaseA: _phases, ...kept } = said;
  return {
    source: codebook.survey.usualSource(days, series.intervalS / 60),
    heatingSeason: days >= ALL_SEASONS_DAYS || heatingShare(series, countOf(series)) >= SEEN,
    ...kept,
    days,
    intervalMinutes: measuredS / 60,
    ...(phases === 3
      ? {
          maxByPhaseA:
            series.phases.length === 3
              ? series.phases.map((p) => rounded(peak({ ...series, phases: [p] })))
              : [0, 1, 2].map(() => rounded(peak(series))),
        }
      : { max: { value: rounded(peak(series)), unit: "A" } }),
  } as Measured;
}
/** To the milliampere: no more is known. */
const rounded = (amps: number): number => Math.round(amps * 1000) / 1000;

/** Whether the home gave away current in the data: what a meter nets hides load. */
export const hasExport = ({ phases }: IntervalSeries): boolean =>
  phases.some((p) => p.some((v) => v < 0 && v !== MISSING_VALUE));
