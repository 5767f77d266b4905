/** NEC 220.87: existing load from measured maximum demand. */
import { showNumber, showPercent } from "#core/units.ts";
import { factorLine, partsOf, sum } from "../lines.ts";
import { ofKind } from "../loads.ts";
import { hasMaximum, measuredAt, measuredLines } from "../measured-max.ts";
import type { DemandInput, DemandMethod, Line } from "../types.ts";
import { HEATING_KINDS } from "./general.ts";
import { MEASURED } from "./rules.ts";

const RULE = MEASURED.rule;

/** Why the measurement may not be used, or null where it may. */
function objection(input: DemandInput): string | null {
  const measured = measuredAt(input);
  if (!measured) return "No measured demand has been entered";
  if (!hasMaximum(measured)) return "The maximum demand of the measurement is missing";
  const days = measured.days ?? 0;
  const interval = measured.intervalMinutes;
  if (measured.source !== "recorder") {
    if (days < MEASURED.yearDays)
      return `A year of utility data is needed (${MEASURED.yearDays} days or more); there are ${showNumber(days)} days: indication only`;
    if (interval === undefined) return "The interval of the utility's data is missing";
    if (interval > MEASURED.yearIntervalMinutes)
      return `Intervals of ${showNumber(interval)} minutes are longer than any demand interval`;
    return null;
  }
  if (input.document.supply.onsiteGeneration)
    return "A 30-day recording is not allowed where the service has on-site generation";
  if (days < MEASURED.recordingDays)
    return `A recording must run for at least ${MEASURED.recordingDays} days; this one has ${showNumber(days)}: indication only`;
  if (interval === undefined || interval > MEASURED.recordingIntervalMinutes)
    return `A recording needs averages over ${MEASURED.recordingIntervalMinutes} minutes or less; these are ${interval === undefined ? "not stated" : showNumber(interval)}: indication only`;
  return null;
}

/** A recording sees one season only: the larger of heating and cooling is added where it was not running. */
function seasonLines(input: DemandInput): Line[] {
  const measured = measuredAt(input);
  if (measured?.source !== "recorder") return [];
  const heating = ofKind(input.loads, ...HEATING_KINDS).filter((l) => l.existing);
  const cooling = ofKind(input.loads, "air-conditioning").filter((l) => l.existing);
  const heatingLarger = sum(heating) >= sum(cooling);
  const missed = heatingLarger ? (measured.heatingSeason ? [] : heating) : measured.heatingSeason ? cooling : [];
  return missed.length === 0
    ? []
    : [
        factorLine({
          label: heatingLarger ? "Heating, not in the recording" : "Cooling, not in the recording",
          connectedVA: sum(missed),
          factor: 1,
          rule: `${RULE} Exception`,
          because: () => "the recording was not taken in its season",
          parts: partsOf(missed),
        }),
      ];
}

export const nec22087: DemandMethod = {
  id: "nec-220.87",
  name: "Measured demand",
  rule: RULE,
  governsBecause: "a valid measurement is evidence and goes before a calculation",
  takesChargerInside: false,
  measures: true,
  objection,
  calculate(input) {
    const measured = measuredAt(input);
    return {
      lines: measured
        ? [
            ...measuredLines(input, `${RULE}(3)`, (connectedVA) =>
              factorLine({
                label: "Maximum demand as measured",
                connectedVA,
                factor: MEASURED.factor,
                rule: `${RULE}(2)`,
                because: () => `the measured maximum is taken at ${showPercent(MEASURED.factor)}`,
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
