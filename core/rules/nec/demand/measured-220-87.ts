/** NEC 220.87: existing load from measured maximum demand. */

import { factorLine, partsOf, totalVA } from "#core/rules/demand/lines.ts";
import { ofKind } from "#core/rules/demand/loads.ts";
import {
  generationCondition,
  hasMaximum,
  isHeatingUnknown,
  lackOf,
  measuredAt,
  measuredLines,
} from "#core/rules/demand/measured-max.ts";
import {
  type CalculationLine,
  type DemandInput,
  type DemandMethod,
  firstAgainst,
  type MethodCondition,
} from "#core/rules/demand/types.ts";
import { showNumber, showPercent } from "#core/units.ts";
import { HEATING_KINDS } from "./general.ts";
import { NEC_MEASURED } from "./rules.ts";

const RULE = NEC_MEASURED.rule;

const days = (n: number | undefined): string => `${showNumber(n ?? 0)} days`;
const minutes = (n: number | undefined): string => (n === undefined ? "not stated" : `${showNumber(n)} minutes`);

/** Conditions of 220.87 for a measurement. */
function conditions(input: DemandInput): MethodCondition[] {
  const measured = measuredAt(input);
  if (!measured) return [];
  const { days: count = 0, intervalMinutes: interval } = measured;
  const maximum: MethodCondition = {
    asks: "The maximum demand is known",
    met: hasMaximum(measured),
    found: hasMaximum(measured) ? "it is" : `it is ${lackOf(measured)}`,
    against: `The maximum demand of the measurement is ${lackOf(measured)}`,
    rule: RULE,
  };
  if (measured.source !== "recorder")
    return [
      maximum,
      {
        asks: `A year of the utility's data: ${NEC_MEASURED.yearDays} days or more`,
        met: count >= NEC_MEASURED.yearDays,
        found: days(count),
        against: `A year of utility data is needed (${NEC_MEASURED.yearDays} days or more); there are ${showNumber(count)} days: indication only`,
        rule: `${RULE}(1)`,
      },
      {
        asks: `Demand intervals of ${NEC_MEASURED.yearIntervalMinutes} minutes or less`,
        met: interval !== undefined && interval <= NEC_MEASURED.yearIntervalMinutes,
        found: minutes(interval),
        against:
          interval === undefined
            ? "The interval of the utility's data is missing"
            : `Intervals of ${showNumber(interval)} minutes are longer than any demand interval`,
        rule: `${RULE}(1)`,
      },
      generationCondition(input, measured, RULE),
    ];
  const generation = input.document.supply.onsiteGeneration === true;
  return [
    maximum,
    {
      asks: "No on-site generation or peak shaving at the service",
      met: !generation,
      found: generation ? "there is some" : "none is recorded",
      against: "A 30-day recording is not allowed where the service has on-site generation",
      rule: `${RULE} Exception`,
    },
    {
      asks: `${NEC_MEASURED.recordingDays} days or more`,
      met: count >= NEC_MEASURED.recordingDays,
      found: days(count),
      against: `A recording must run for at least ${NEC_MEASURED.recordingDays} days; this one has ${showNumber(count)}: indication only`,
      rule: `${RULE} Exception`,
    },
    {
      asks: `Averages over ${NEC_MEASURED.recordingIntervalMinutes} minutes or less`,
      met: interval !== undefined && interval <= NEC_MEASURED.recordingIntervalMinutes,
      found: minutes(interval),
      against: `A recording needs averages over ${NEC_MEASURED.recordingIntervalMinutes} minutes or less; these are ${interval === undefined ? "not stated" : showNumber(interval)}: indication only`,
      rule: `${RULE} Exception`,
    },
    {
      asks: "The loads are listed, so that the larger of heating and cooling can be added",
      met: !isHeatingUnknown(input),
      found: isHeatingUnknown(input) ? "none are" : "they are",
      against:
        "No loads are listed: nobody knows whether the home is heated electrically, so a month is an indication only",
      rule: `${RULE} Exception`,
    },
  ];
}

/** A recording sees one season only: the larger of heating and cooling is added where it was not running. */
function seasonLines(input: DemandInput): CalculationLine[] {
  const measured = measuredAt(input);
  if (measured?.source !== "recorder") return [];
  const heating = ofKind(input.loads, ...HEATING_KINDS).filter((l) => l.existing);
  const cooling = ofKind(input.loads, "air-conditioning").filter((l) => l.existing);
  const heatingLarger = totalVA(heating) >= totalVA(cooling);
  const missed = heatingLarger ? (measured.heatingSeason ? [] : heating) : measured.heatingSeason ? cooling : [];
  return missed.length === 0
    ? []
    : [
        factorLine({
          label: heatingLarger ? "Heating, not in the recording" : "Cooling, not in the recording",
          connectedVA: totalVA(missed),
          factor: 1,
          rule: `${RULE} Exception`,
          because: () => "the recording was not taken in its season",
          parts: partsOf(missed),
        }),
      ];
}

export const nec22087Method: DemandMethod = {
  id: "nec-220.87",
  name: "Measured demand",
  rule: RULE,
  governsBecause: "a valid measurement is evidence and goes before a calculation",
  takesChargerInside: false,
  measures: true,
  conditions,
  objection: (input) => (measuredAt(input) ? firstAgainst(conditions(input)) : "No measured demand has been entered"),
  calculate(input) {
    const measured = measuredAt(input);
    return {
      lines: measured
        ? [
            ...measuredLines(input, `${RULE}(3)`, (connectedVA) =>
              factorLine({
                label: "Maximum demand as measured",
                connectedVA,
                factor: NEC_MEASURED.factor,
                rule: `${RULE}(2)`,
                because: () => `the measured maximum is taken at ${showPercent(NEC_MEASURED.factor)}`,
                changes: ["A later or longer measurement"],
                assumes: [
                  `${showNumber(measured.days ?? 0)} days of ${measured.intervalMinutes ?? "?"}-minute averages, taken while occupied`,
                ],
              }),
            ),
            ...seasonLines(input),
          ]
        : [],
      leftOut: [],
      assumptions: measured ? ["The home was occupied and used as usual during the measurement"] : [],
    };
  },
};
