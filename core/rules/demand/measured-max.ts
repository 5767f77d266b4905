/** The stated maximum of a measurement in volt-amperes, and loads that came or will come after it. */
import type { Measured } from "#core/case/document/types.ts";
import { chargerLines } from "./chargers.ts";
import { factorLine, partsOf } from "./lines.ts";
import type { CalculationLine, CountedLoad, DemandInput, MethodCondition } from "./types.ts";

/** The measurement of what is computed: of the whole home, or of the conductors to one panel. */
export const measuredAt = ({ document, at }: Pick<DemandInput, "document" | "at">): Measured | null =>
  (at === "supply" ? document.measured : document.panels.find((p) => p.id === at)?.measured) ?? null;

/** Whether a measurement states its maximum, as one figure or by phase. A maximum of zero measured nothing. */
export const hasMaximum = (measured: Measured): boolean =>
  (measured.max?.value ?? 0) > 0 || (measured.maxByPhaseA ?? []).some((amps) => amps > 0);

/** Import beside generation hides load: it is demand only where the figures are those of the loads. */
export function generationCondition(input: DemandInput, measured: Measured, rule: string): MethodCondition {
  const isNetted = input.document.supply.onsiteGeneration === true && measured.generation === undefined;
  return {
    asks: "The figures are those of the loads, not of what was imported beside generation",
    met: !isNetted,
    found: isNetted ? "import only" : measured.generation ? "they are" : "no generation is recorded",
    against:
      "With generation on site, what is imported is not the demand: add the generation back, or use only hours without it. Until then it is an indication only",
    rule,
  };
}

/** Whether nobody knows how the home is heated: no loads were listed but those that every dwelling has. */
export function isHeatingUnknown({ document, codebook }: Pick<DemandInput, "document" | "codebook">): boolean {
  const usual = new Set(codebook.startLoads.map((l) => l.kind));
  return !document.loads.some((l) => !usual.has(l.kind) && l.id !== document.charger?.load);
}

/** The reason why a maximum cannot be used. */
export const lackOf = ({ max, maxByPhaseA }: Measured): string =>
  max?.value === 0 || maxByPhaseA?.every((amps) => amps === 0) ? "zero: nothing was measured" : "missing";

/** Highest measured demand by phase, VA; one entry where there is one maximum. */
export function measuredMaxVA(measured: Measured | null, volts: number): number[] {
  if (measured?.maxByPhaseA) return measured.maxByPhaseA.map((a) => a * volts);
  if (!measured?.max) return [0];
  return [measured.max.unit === "kW" ? measured.max.value * 1000 : measured.max.value * volts];
}

/** Loads marked `existing: false` were not there to be measured: each is added, a charger by its own rules. */
function newLoadLines(input: DemandInput, added: readonly CountedLoad[], rule: string): CalculationLine[] {
  return [
    ...added
      .filter((l) => l.kind !== "ev-charger")
      .map((load) =>
        factorLine({
          label: `${load.label} (new)`,
          connectedVA: load.va,
          factor: 1,
          rule,
          because: () => "it was not there while the demand was measured",
          parts: partsOf([load]),
        }),
      ),
    ...chargerLines({ ...input, loads: added }),
  ];
}

/**
 * The measured maximum with what came after it: of the phase that comes out highest, where there are three. What is new
 * and has no phase recorded is taken on the highest one.
 * @param line makes the line of a measured maximum, VA
 */
export function measuredLines(
  input: DemandInput,
  rule: string,
  line: (maximumVA: number) => CalculationLine,
): CalculationLine[] {
  const maxima = measuredMaxVA(measuredAt(input), input.volts);
  const added = input.loads.filter((l) => !l.existing);
  const highest = maxima.indexOf(Math.max(...maxima));
  const phases = maxima.map((maximumVA, i) => [
    line(maximumVA),
    ...newLoadLines(
      input,
      maxima.length === 1
        ? added
        : added.filter((l) => l.onAllPhases || (l.phase === undefined ? i === highest : l.phase === i + 1)),
      rule,
    ),
  ]);
  const counted = (lines: readonly CalculationLine[]) => lines.reduce((t, l) => t + l.countedVA, 0);
  return phases.reduce((most, lines) => (counted(lines) > counted(most) ? lines : most));
}
