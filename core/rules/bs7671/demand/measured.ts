/** Measured demand of a dwelling in the United Kingdom: highest averaged current x a spread factor. */

import { factorLine } from "#core/rules/demand/lines.ts";
import { ofKind, phasesOf } from "#core/rules/demand/loads.ts";
import {
  generationCondition,
  hasMaximum,
  isHeatingUnknown,
  lackOf,
  measuredAt,
  measuredLines,
} from "#core/rules/demand/measured-max.ts";
import { type DemandInput, type DemandMethod, firstAgainst, type MethodCondition } from "#core/rules/demand/types.ts";
import { showNumber } from "#core/units.ts";
import { UK_MEASURED } from "./rules.ts";

const RULE = UK_MEASURED.rule;

/** Factor for peaks hidden by an average over this many minutes; null where the average is too long to be used. */
const spreadFactor = (minutes: number): number | null =>
  UK_MEASURED.spread.find((s) => minutes <= s.upToMinutes)?.factor ?? null;

const longest = UK_MEASURED.spread[UK_MEASURED.spread.length - 1]?.upToMinutes;

/** Conditions of the measured method for a measurement. */
function conditions(input: DemandInput): MethodCondition[] {
  const measured = measuredAt(input);
  if (!measured) return [];
  const { days = 0, intervalMinutes: interval, heatingSeason } = measured;
  const phases = input.at === "supply" ? phasesOf(input) : 1;
  const isUnknown = isHeatingUnknown(input);
  const electricHeating =
    isUnknown || ofKind(input.loads, "heat-pump", "storage-heater", "underfloor-heating").length > 0;
  const known = (phases === 1 || measured.maxByPhaseA !== undefined) && hasMaximum(measured);
  return [
    {
      asks: phases > 1 ? "The maximum of each of the three phases is known" : "The maximum is known",
      met: known,
      found: known ? "it is" : `it is ${lackOf(measured)}`,
      against:
        phases > 1
          ? `The maximum of each of the three phases is ${lackOf(measured)}`
          : `The maximum of the measurement is ${lackOf(measured)}`,
      rule: RULE,
    },
    {
      asks: `At least ${UK_MEASURED.leastDays} days with a weekend`,
      met: days >= UK_MEASURED.leastDays,
      found: `${showNumber(days)} days`,
      against: `At least ${UK_MEASURED.leastDays} days with a weekend are needed; there are ${showNumber(days)}`,
      rule: RULE,
    },
    {
      asks: `Averages over ${longest} minutes or less`,
      met: interval !== undefined && spreadFactor(interval) !== null,
      found: interval === undefined ? "not stated" : `${showNumber(interval)} minutes`,
      against:
        interval === undefined
          ? "The averaging interval of the measurement is missing"
          : `Averages over ${showNumber(interval)} minutes hide too much; ${longest} minutes at most`,
      rule: RULE,
    },
    {
      asks: `${UK_MEASURED.anySeasonDays} days, or in the heating season (November to February), where the home is heated electrically`,
      met: !electricHeating || days >= UK_MEASURED.anySeasonDays || heatingSeason === true,
      found: electricHeating
        ? `${showNumber(days)} days, ${heatingSeason ? "in" : "outside"} the season`
        : "no electric heating in the ledger",
      against: `${showNumber(days)} days outside the heating season (November to February) in a home ${isUnknown ? "that may have" : "with"} electric heating: indication only`,
      rule: RULE,
    },
    generationCondition(input, measured, RULE),
  ];
}

export const ukMeasured: DemandMethod = {
  id: "uk-measured",
  name: "Measured demand",
  rule: RULE,
  governsBecause: "a valid measurement is evidence and goes before an estimate",
  takesChargerInside: false,
  measures: true,
  conditions,
  objection: (input) => (measuredAt(input) ? firstAgainst(conditions(input)) : "No measured demand has been entered"),
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
