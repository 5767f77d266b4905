/** NEC 220.87: existing load from measured maximum demand. */
import { showNumber } from "../../units.ts";
import { factorLine, partsOf, sum } from "../lines.ts";
import { measuredMaxVA, newLoadLines } from "../measured-max.ts";
import { HEATING_KINDS, ofKind } from "../nec-general.ts";
import type { DemandInput, DemandMethod, Line } from "../types.ts";

const RULE = "NEC 220.87";

/** Why the measurement may not be used, or null where it may. */
function objection({ document: { measured, supply } }: DemandInput): string | null {
  if (!measured) return "No measured demand has been entered";
  if (!measured.max) return "The maximum demand of the measurement is missing";
  const days = measured.days ?? 0;
  const interval = measured.intervalMinutes ?? 0;
  if (measured.source !== "recorder") {
    if (days < 350)
      return `A year of utility data is needed (350 days or more); there are ${days} days: indication only`;
    if (interval > 60) return `Intervals of ${interval} minutes are longer than any demand interval`;
    return null;
  }
  if (supply.onsiteGeneration) return "A 30-day recording is not allowed where the service has on-site generation";
  if (days < 30) return `A recording must run for at least 30 days; this one has ${days}: indication only`;
  if (interval > 15 || interval <= 0)
    return `A 30-day recording needs averages over 15 minutes or less; these are ${interval || "not stated"}: indication only`;
  return null;
}

/** A 30-day recording sees one season only: the larger of heating and cooling is added where it was not running. */
function seasonLines(input: DemandInput): Line[] {
  const { measured } = input.document;
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
          because: "the recording was not taken in its season",
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
  calculate(input) {
    const no = objection(input);
    const maximum = measuredMaxVA(input.document.measured, input.volts) ?? 0;
    const { measured } = input.document;
    return {
      applies: no === null,
      why: no ?? undefined,
      lines: measured
        ? [
            factorLine({
              label: "Maximum demand as measured",
              connectedVA: maximum,
              factor: 1.25,
              rule: `${RULE}(2)`,
              because: "the measured maximum is taken at 125 %",
              changes: ["A later or longer measurement"],
              assumes: [
                `${showNumber(measured.days ?? 0)} days of ${measured.intervalMinutes ?? "?"}-minute averages, taken while occupied`,
              ],
            }),
            ...seasonLines(input),
            ...newLoadLines(input, `${RULE}(3)`),
          ]
        : [],
      leftOut: [],
      assumptions: no === null ? ["The home was occupied and used as usual during the measurement"] : [],
    };
  },
};
