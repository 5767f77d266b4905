/** Measured demand of a dwelling in the United Kingdom: highest averaged current x a spread factor. */
import { showNumber } from "#core/units.ts";
import { factorLine } from "../lines.ts";
import { ofKind } from "../loads.ts";
import { hasMaximum, measuredAt, measuredLines } from "../measured-max.ts";
import type { DemandInput, DemandMethod } from "../types.ts";
import { phasesOf } from "./diversity.ts";
import { MEASURED } from "./rules.ts";

const RULE = MEASURED.rule;

/** What an average over so many minutes hides; null where it hides too much to be used. */
const spreadFactor = (minutes: number): number | null =>
  MEASURED.spread.find((s) => minutes <= s.upToMinutes)?.factor ?? null;

const longest = MEASURED.spread[MEASURED.spread.length - 1]?.upToMinutes;

function objection(input: DemandInput): string | null {
  const measured = measuredAt(input);
  if (!measured) return "No measured demand has been entered";
  const phases = input.at === "supply" ? phasesOf(input) : 1;
  if (phases > 1 && !measured.maxByPhaseA) return "The maximum of each of the three phases is missing";
  if (!hasMaximum(measured)) return "The maximum of the measurement is missing";
  const days = measured.days ?? 0;
  if (days < MEASURED.leastDays)
    return `At least ${MEASURED.leastDays} days with a weekend are needed; there are ${showNumber(days)}`;
  if (measured.intervalMinutes === undefined) return "The averaging interval of the measurement is missing";
  if (spreadFactor(measured.intervalMinutes) === null)
    return `Averages over ${showNumber(measured.intervalMinutes)} minutes hide too much; ${longest} minutes at most`;
  const electricHeating = ofKind(input.loads, "heat-pump", "storage-heater", "underfloor-heating").length > 0;
  if (days < MEASURED.anySeasonDays && !measured.heatingSeason && electricHeating)
    return `${showNumber(days)} days outside the heating season (November to February) in a home with electric heating: indication only`;
  return null;
}

export const ukMeasured: DemandMethod = {
  id: "uk-measured",
  name: "Measured demand",
  rule: RULE,
  governsBecause: "a valid measurement is evidence and goes before an estimate",
  takesChargerInside: false,
  measures: true,
  objection,
  calculate(input) {
    const measured = measuredAt(input);
    const interval = measured?.intervalMinutes ?? 0;
    const factor = spreadFactor(interval) ?? 1;
    return {
      lines: measured
        ? measuredLines(input, RULE, (connectedVA) =>
            factorLine({
              label: "Highest measured demand",
              connectedVA,
              factor,
              rule: RULE,
              because: () =>
                `an average over ${showNumber(interval)} minutes hides shorter peaks: spread factor ${showNumber(factor)}`,
              assumes: ["The spread factor is Heron's own engineering default and can be discussed"],
              changes: ["Readings over shorter intervals", "A longer measurement"],
            }),
          )
        : [],
      leftOut: [],
      assumptions: measured
        ? [`${showNumber(measured.days ?? 0)} days were measured while the home was used as usual`]
        : [],
    };
  },
};
