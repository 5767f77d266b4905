/** Measured demand of a dwelling in the United Kingdom: highest averaged current x a spread factor. */
import { showNumber } from "../../units.ts";
import { factorLine } from "../lines.ts";
import { measuredMaxVA, newLoadLines } from "../measured-max.ts";
import { ofKind } from "../nec-general.ts";
import type { DemandInput, DemandMethod } from "../types.ts";

const RULE = "BS 7671 311.1, by measurement";
/** What an average over so many minutes hides (Heron's own engineering default). */
export const SPREAD_FACTORS = [
  { upToMinutes: 1, factor: 1 },
  { upToMinutes: 10, factor: 1.1 },
  { upToMinutes: 15, factor: 1.25 },
  { upToMinutes: 30, factor: 1.4 },
  { upToMinutes: 60, factor: 1.6 },
] as const;

export const spreadFactor = (minutes: number): number | null =>
  SPREAD_FACTORS.find((s) => minutes <= s.upToMinutes)?.factor ?? null;

function objection({ document, loads }: DemandInput): string | null {
  const { measured } = document;
  if (!measured) return "No measured demand has been entered";
  if (!measured.max) return "The maximum of the measurement is missing";
  const days = measured.days ?? 0;
  if (days < 7) return `At least 7 days with a weekend are needed; there are ${days}`;
  if (measured.intervalMinutes === undefined) return "The averaging interval of the measurement is missing";
  if (spreadFactor(measured.intervalMinutes) === null)
    return `Averages over ${measured.intervalMinutes} minutes hide too much; 60 minutes at most`;
  const electricHeating = ofKind([...loads], "heat-pump", "storage-heater", "underfloor-heating").length > 0;
  if (days < 28 && !measured.heatingSeason && electricHeating)
    return `${days} days outside the heating season (November to February) in a home with electric heating: indication only`;
  return null;
}

export const ukMeasured: DemandMethod = {
  id: "uk-measured",
  name: "Measured demand",
  rule: RULE,
  governsBecause: "a valid measurement is evidence and goes before an estimate",
  takesChargerInside: false,
  calculate(input) {
    const no = objection(input);
    const { measured } = input.document;
    const maximum = measuredMaxVA(measured, input.volts) ?? 0;
    const interval = measured?.intervalMinutes ?? 0;
    const factor = spreadFactor(interval) ?? 1;
    return {
      applies: no === null,
      why: no ?? undefined,
      lines: measured
        ? [
            factorLine({
              label: "Highest measured demand",
              connectedVA: maximum,
              factor,
              rule: RULE,
              because: `an average over ${interval} minutes hides shorter peaks: spread factor ${showNumber(factor)}`,
              assumes: ["The spread factor is Heron's own engineering default and can be discussed"],
              changes: ["Readings over shorter intervals", "A longer measurement"],
            }),
            ...newLoadLines(input, RULE),
          ]
        : [],
      leftOut: [],
      assumptions: no === null ? [`${measured?.days} days were measured while the home was used as usual`] : [],
    };
  },
};
