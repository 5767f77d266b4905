/** How far interval data can be relied on: what is missing, and what looks wrong, each with its place in time. */
import { dayOfWall, showWall, wallAt } from "./clock.ts";
import { countOf, daysOf, type IntervalSeries, MISSING_VALUE } from "./series.ts";

export type DataFindingCode =
  | "gap"
  | "repeat"
  | "repeat-differs"
  | "stray"
  | "clock-change"
  | "clock-back"
  | "winter-time"
  | "reset"
  | "negative"
  | "zeros"
  | "stuck"
  | "above-supply"
  | "spike"
  | "skipped-rows";

export interface DataFinding {
  code: DataFindingCode;
  text: string;
  /** Start of the finding in the data, s since 1970; absent where it concerns the whole file. */
  fromS?: number;
  toS?: number;
  /** Line in the file, from 1. */
  line?: number;
}

/** Findings for information only. */
export const PLAIN_FINDINGS: readonly DataFindingCode[] = [
  "clock-change",
  "repeat",
  "negative",
  "winter-time",
  "skipped-rows",
];

export interface DataQuality {
  /** From the first to the last interval, days. */
  days: number;
  /** Days' worth of intervals that have a value. */
  daysCovered: number;
  missing: number;
  /** Share of the intervals that have a value, 0 to 1. */
  covered: number;
  findings: DataFinding[];
}

/** Whether a phase, any of them, has no value in an interval. */
const isOpen = (phases: readonly Int32Array[], i: number): boolean => {
  for (let k = 0; k < phases.length; k++) if ((phases[k] as Int32Array)[i] === MISSING_VALUE) return true;
  return false;
};

/** One value for so long is a stuck meter or none at all. */
const STUCK_S = 24 * 3600;
/** More of a kind are counted, not listed. */
const MOST_LISTED = 12;
/** A peak this many times the next highest is implausible for an appliance. */
const SPIKE = 4;

function gapsOf(series: IntervalSeries): DataFinding[] {
  const { phases, startS, intervalS, clock } = series;
  const gaps: { from: number; to: number }[] = [];
  const count = countOf(series);
  for (let i = 0; i < count; i++) {
    if (!isOpen(phases, i)) continue;
    const last = gaps.at(-1);
    if (last && last.to === i) last.to = i + 1;
    else gaps.push({ from: i, to: i + 1 });
  }
  const longest = [...gaps].sort((a, b) => b.to - b.from - (a.to - a.from)).slice(0, MOST_LISTED);
  const findings = longest
    .sort((a, b) => a.from - b.from)
    .map(({ from, to }): DataFinding => {
      const [fromS, toS] = [startS + from * intervalS, startS + to * intervalS];
      return {
        code: "gap",
        fromS,
        toS,
        text: `Nothing from ${showWall(wallAt(clock, fromS))} to ${showWall(wallAt(clock, toS))} (${to - from} ${to - from === 1 ? "interval" : "intervals"})`,
      };
    });
  if (gaps.length > longest.length)
    findings.push({ code: "gap", text: `${gaps.length - longest.length} shorter gaps beside these` });
  return findings;
}

/** Runs of one value, and of nothing but zero. */
function stuckIn(series: IntervalSeries): DataFinding[] {
  const { phases, startS, intervalS, clock } = series;
  const findings: DataFinding[] = [];
  const [first] = phases;
  if (!first) return findings;
  const least = STUCK_S / intervalS;
  let from = 0;
  for (let i = 1; i <= first.length; i++) {
    if (i < first.length && first[i] === first[from]) continue;
    if (i - from >= least && first[from] !== MISSING_VALUE && findings.length < MOST_LISTED) {
      const [fromS, toS] = [startS + from * intervalS, startS + i * intervalS];
      const zero = first[from] === 0;
      const hours = Math.round(((i - from) * intervalS) / 3600);
      findings.push({
        code: zero ? "zeros" : "stuck",
        fromS,
        toS,
        text: zero
          ? `Zero for ${hours} hours from ${showWall(wallAt(clock, fromS))}: the supply was off, or nothing was read`
          : `The same value for ${hours} hours from ${showWall(wallAt(clock, fromS))}: the reading may be stuck`,
      });
    }
    from = i;
  }
  return findings;
}

function negativeIn(series: IntervalSeries): DataFinding[] {
  const { phases, startS, intervalS, clock } = series;
  let [count, first] = [0, -1];
  for (const phase of phases)
    for (let i = 0; i < phase.length; i++) {
      const value = phase[i] as number;
      if (value === MISSING_VALUE || value >= 0) continue;
      count++;
      if (first < 0 || i < first) first = i;
    }
  if (count === 0) return [];
  return [
    {
      code: "negative",
      fromS: startS + first * intervalS,
      toS: startS + (first + 1) * intervalS,
      text: `${count} ${count === 1 ? "value" : "values"} below zero, first on ${dayOfWall(wallAt(clock, startS + first * intervalS))}: taken as export`,
    },
  ];
}

/** One interval far above all others, with quiet ones beside it. */
function spikeIn(series: IntervalSeries): DataFinding[] {
  const { phases, startS, intervalS, clock } = series;
  return phases.flatMap((phase) => {
    let [at, most, next] = [-1, 0, 0];
    for (let i = 0; i < phase.length; i++) {
      const value = phase[i] as number;
      if (value > most) [at, next, most] = [i, most, value];
      else if (value > next) next = value;
    }
    if (at < 0 || next <= 0 || most < SPIKE * next || phase.length < 48) return [];
    const fromS = startS + at * intervalS;
    return [
      {
        code: "spike" as const,
        fromS,
        toS: fromS + intervalS,
        text: `One value on ${showWall(wallAt(clock, fromS))} is ${Math.round((most / next) * 10) / 10} times the next highest: check whether it was read correctly`,
      },
    ];
  });
}

/** Above the supply's rating for longer than this, it is asked whether it is this home's file. */
const ABOVE_S = 2 * 3600;

/**
 * @param amps of the series at the home's supply
 */
export function aboveSupply(series: IntervalSeries, amps: Float64Array, ratingA: number): DataFinding[] {
  let [count, first] = [0, -1];
  for (let i = 0; i < amps.length; i++)
    if ((amps[i] as number) > ratingA) {
      count++;
      if (first < 0) first = i;
    }
  const hours = (count * series.intervalS) / 3600;
  if (hours * 3600 < ABOVE_S) return [];
  const fromS = series.startS + first * series.intervalS;
  return [
    {
      code: "above-supply",
      fromS,
      toS: fromS + series.intervalS,
      text: `Above the ${ratingA} A of the supply for ${Math.round(hours * 10) / 10} hours, first on ${showWall(wallAt(series.clock, fromS))}: is this the file of this home?`,
    },
  ];
}

/** @param found what came up while the file was read */
export function qualityOf(series: IntervalSeries, found: readonly DataFinding[]): DataQuality {
  const count = countOf(series);
  let missing = 0;
  for (let i = 0; i < count; i++) if (isOpen(series.phases, i)) missing++;
  const days = daysOf(series);
  return {
    days,
    daysCovered: (days * (count - missing)) / count,
    missing,
    covered: (count - missing) / count,
    findings: [...found, ...gapsOf(series), ...stuckIn(series), ...negativeIn(series), ...spikeIn(series)],
  };
}

/** Whether no value is above zero: only zeros, or only what a home exports. */
export const measuresNothing = ({ phases }: IntervalSeries): boolean =>
  phases.every((p) => p.every((v) => v <= 0 || v === MISSING_VALUE));
