/** The usual after-diversity estimate for one dwelling in the United Kingdom. */

import { chargerLines } from "#core/rules/demand/chargers.ts";
import { countedLine, factorLine, partsOf, totalVA } from "#core/rules/demand/lines.ts";
import { ofKind, phasesOf } from "#core/rules/demand/loads.ts";
import type { CalculationLine, CountedLoad, DemandInput, DemandMethod } from "#core/rules/demand/types.ts";
import { showA, showPercent, showVA } from "#core/units.ts";
import { DIVERSITY, IN_FULL } from "./rules.ts";

const RULE = DIVERSITY.rule;

/** A line whose counted current is worked out in amperes; `formula` and `numbers` explain it. */
const currentLine = (
  label: string,
  loads: readonly CountedLoad[],
  volts: number,
  countedA: number,
  formula: string,
  numbers: string,
): CalculationLine =>
  countedLine(label, loads, countedA * volts, RULE, () => ({
    value: `${showA(countedA)} (${showVA(countedA * volts)})`,
    formula,
    numbers: `${numbers} = ${showA(countedA)}`,
    assumes: [`Current of each use is its watts / ${volts} V`],
  }));

/** `fullA` amperes in full and the rest at a share, with an optional addition. */
function firstInFull(
  label: string,
  loads: readonly CountedLoad[],
  volts: number,
  { fullA, rest }: { fullA: number; rest: number },
  onTop?: { amps: number; because: string },
): CalculationLine {
  const a = totalVA(loads) / volts;
  const [full, over] = [Math.min(a, fullA), Math.max(0, a - fullA)];
  return currentLine(
    label,
    loads,
    volts,
    full + over * rest + (onTop?.amps ?? 0),
    `the first ${showA(fullA)} in full + ${showPercent(rest)} of the rest${onTop ? ` + ${showA(onTop.amps)} ${onTop.because}` : ""}`,
    `${showA(full)} + ${rest} x ${showA(over)}${onTop ? ` + ${showA(onTop.amps)}` : ""}`,
  );
}

const NUMBERS = ["none", "the largest", "the two largest"];

/** The largest pieces in full and the others at a share. */
function largestInFull(
  label: string,
  loads: readonly CountedLoad[],
  volts: number,
  { full, rest }: { full: number; rest: number },
): CalculationLine {
  const each = loads.flatMap((l) => Array.from({ length: l.quantity }, () => l.unitVA / volts)).sort((a, b) => b - a);
  const total = (list: readonly number[]) => list.reduce((t, a) => t + a, 0);
  const [first, others] = [total(each.slice(0, full)), total(each.slice(full))];
  return currentLine(
    label,
    loads,
    volts,
    first + rest * others,
    `${NUMBERS[full]} in full + ${showPercent(rest)} of the others`,
    `${showA(first)} + ${rest} x ${showA(others)}`,
  );
}

/** The lines for the loads of one phase. */
function phaseLines(loads: readonly CountedLoad[], input: DemandInput): CalculationLine[] {
  const { volts } = input;
  const lines: CalculationLine[] = [];
  const lighting = ofKind(loads, "lighting");
  if (lighting.length > 0)
    lines.push(
      factorLine({
        label: "Lighting",
        connectedVA: totalVA(lighting),
        factor: DIVERSITY.lighting,
        rule: RULE,
        because: () => `${showPercent(DIVERSITY.lighting)} of the total is on at once`,
        parts: partsOf(lighting),
      }),
    );
  const fixed = ofKind(loads, "fixed-appliance");
  if (fixed.length > 0)
    lines.push(firstInFull("Heating and power not listed below", fixed, volts, DIVERSITY.heatingAndPower));
  const cookers = ofKind(loads, "cooker");
  if (cookers.length > 0) {
    const socket = cookers.some((c) => c.socketOnControl);
    lines.push(
      firstInFull(
        "Cooker",
        cookers,
        volts,
        DIVERSITY.cooker,
        socket ? { amps: DIVERSITY.cooker.socketA, because: "for the socket on its control unit" } : undefined,
      ),
    );
  }
  const showers = ofKind(loads, "shower");
  if (showers.length > 0)
    lines.push(largestInFull("Electric showers and instantaneous water heaters", showers, volts, DIVERSITY.showers));
  for (const { kind, label, because } of IN_FULL) {
    const own = ofKind(loads, kind);
    if (own.length > 0)
      lines.push(factorLine({ label, connectedVA: totalVA(own), factor: 1, rule: RULE, because, parts: partsOf(own) }));
  }
  const sockets = ofKind(loads, "socket-circuit");
  if (sockets.length > 0)
    lines.push(largestInFull("Socket circuits, at the device's rating", sockets, volts, DIVERSITY.socketCircuits));
  lines.push(...chargerLines({ ...input, loads }));
  return lines;
}

/**
 * Loads by phase: all on one, or over three. Loads with a recorded phase stay on it; the others are spread, the
 * largest first onto the least loaded phase, and chargers onto the most loaded one.
 */
function spreadOverPhases(loads: readonly CountedLoad[], phases: number): CountedLoad[][] {
  const result = Array.from({ length: phases }, () => [] as CountedLoad[]);
  const placed = (l: CountedLoad) => phases > 1 && (l.phase !== undefined || l.onAllPhases === true);
  if (phases > 1) for (const phase of result) phase.push(...loads.filter((l) => l.onAllPhases));
  for (const load of loads.filter((l) => placed(l) && !l.onAllPhases)) result[(load.phase as number) - 1]?.push(load);
  const pieces = loads
    .filter((l) => !placed(l))
    .flatMap((l) =>
      phases === 1 ? [l] : Array.from({ length: l.quantity }, () => ({ ...l, quantity: 1, va: l.unitVA })),
    );
  if (phases === 1) return [pieces];
  const ordered = pieces.filter((l) => l.kind !== "ev-charger").sort((a, b) => b.va - a.va || a.id.localeCompare(b.id));
  for (const piece of ordered)
    result.reduce((best, phase) => (totalVA(phase) < totalVA(best) ? phase : best)).push(piece);
  // A charger without a phase is counted on the most loaded one.
  for (const charger of pieces.filter((l) => l.kind === "ev-charger"))
    result.reduce((most, phase) => (totalVA(phase) > totalVA(most) ? phase : most)).push(charger);
  return result;
}

export const ukDiversity: DemandMethod = {
  id: "uk-diversity",
  name: "After diversity",
  rule: RULE,
  governsBecause: "no valid measurement has been entered",
  takesChargerInside: false,
  measures: false,
  objection: () => null,
  calculate(input) {
    // A panel behind the supply is taken as fed by one phase.
    const phases = input.at === "supply" ? phasesOf(input) : 1;
    const byPhase = spreadOverPhases(input.loads, phases).map((loads) => phaseLines(loads, input));
    const counted = (lines: readonly CalculationLine[]) => lines.reduce((t, l) => t + l.countedVA, 0);
    const worst = byPhase.reduce((best, lines) => (counted(lines) > counted(best) ? lines : best));
    const unplaced = input.loads.filter((l) => l.phase === undefined && !l.onAllPhases).length;
    return {
      lines: worst,
      leftOut: [],
      assumptions:
        phases === 1
          ? []
          : [
              `Three phases: the worst one, L${byPhase.indexOf(worst) + 1}, is shown (${byPhase.map((l) => showA(counted(l) / input.volts)).join(", ")})`,
              ...(unplaced > 0
                ? [
                    `${unplaced} ${unplaced === 1 ? "load" : "loads"} without a recorded phase ${unplaced === 1 ? "is" : "are"} spread as evenly as they go; confirm it at the board`,
                  ]
                : []),
            ],
    };
  },
};
