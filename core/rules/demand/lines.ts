/** Builds the lines of a calculation; the explanation of each line is written on request. */
import { showNumber, showPercent, showVA } from "#core/units.ts";
import { type Why, withLazyFields } from "#core/why.ts";
import type { CalculationLine, CountedLoad, LinePart } from "./types.ts";

/** Total VA of some loads. */
export const totalVA = (loads: readonly { va: number }[]): number => loads.reduce((total, l) => total + l.va, 0);

/** One assessment uses a load in many calculations, so its name is computed once. */
const parts = new WeakMap<CountedLoad, LinePart>();

function partOf(load: CountedLoad): LinePart {
  const known = parts.get(load);
  if (known) return known;
  const { label, quantity, unitVA, va, id, note } = load;
  const part: LinePart = {
    label: quantity > 1 ? `${label} (${quantity} x ${showVA(unitVA)})` : label,
    va,
    loadId: id,
    ...(note && { note }),
  };
  parts.set(load, part);
  return part;
}

/** The shares of some loads in a line. */
export const partsOf = (loads: readonly CountedLoad[]): CalculationLine["parts"] => loads.map(partOf);

export interface LineInput {
  label: string;
  connectedVA: number;
  factor: number;
  rule: string;
  /** In words, or how to put it into words. */
  because: string | (() => string);
  parts?: CalculationLine["parts"];
  changes?: readonly string[];
  assumes?: readonly string[];
  tierOf?: string;
}

type Explained = Omit<Why, "figure" | "rule" | "value"> & { value?: string };

/** A line; its explanation is written on request. */
const lazyLine = withLazyFields<Omit<CalculationLine, "why">, Pick<CalculationLine, "why">>("why");

const explainedLine = (line: Omit<CalculationLine, "why">, explain: () => Explained): CalculationLine =>
  lazyLine(line, {
    why: () => ({ figure: line.label, value: showVA(line.countedVA), ...explain(), rule: line.rule }),
  });

const NONE: readonly string[] = [];

/** A line that counts `connectedVA` at `factor`. */
export function factorLine({
  label,
  connectedVA,
  factor,
  rule,
  because,
  parts = [],
  changes = NONE,
  assumes = NONE,
  tierOf,
}: LineInput): CalculationLine {
  const countedVA = connectedVA * factor;
  const line = { label, connectedVA, factor, countedVA, rule, parts, ...(tierOf && { tierOf }) };
  return explainedLine(line, () => ({
    formula: `connected load x demand factor; ${typeof because === "string" ? because : because()}`,
    numbers: `${showVA(connectedVA)} x ${showPercent(factor)} = ${showVA(countedVA)}`,
    assumes: [...assumes],
    changes: [...changes],
  }));
}

/** A line whose counted figure is not one factor of its loads: a table, a minimum, a sum of shares. */
export function countedLine(
  label: string,
  loads: readonly CountedLoad[],
  countedVA: number,
  rule: string,
  explain: () => { value?: string; formula: string; numbers: string; assumes?: string[]; changes?: string[] },
): CalculationLine {
  const connectedVA = totalVA(loads);
  const factor = connectedVA > 0 ? countedVA / connectedVA : 1;
  return explainedLine({ label, connectedVA, factor, countedVA, rule, parts: partsOf(loads) }, () => ({
    assumes: [],
    changes: [],
    ...explain(),
  }));
}

/** One step of a tiered sum: VA up to `upToVA` at this factor. */
export interface DemandTier {
  upToVA: number;
  factor: number;
}

const TIER_CHANGES = ["A smaller or gas appliance in this group", "A correction of the floor area or a nameplate"];

/**
 * A total taken in tiers: each tier's part of the total at its own factor.
 * @param tiers ascending, the last without an end
 */
export function tieredLines(
  label: string,
  parts: CalculationLine["parts"],
  tiers: readonly DemandTier[],
  rule: string,
): CalculationLine[] {
  const total = totalVA(parts);
  const lines: CalculationLine[] = [];
  let from = 0;
  for (const { upToVA, factor } of tiers) {
    const beginning = from;
    const share = Math.max(0, Math.min(total, upToVA) - from);
    if (share > 0 || from === 0) {
      const span =
        from === 0
          ? `first ${showNumber(upToVA / 1000)} kVA`
          : upToVA === Number.POSITIVE_INFINITY
            ? `above ${showNumber(from / 1000)} kVA`
            : `${showNumber(from / 1000)} to ${showNumber(upToVA / 1000)} kVA`;
      lines.push(
        factorLine({
          tierOf: label,
          label: `${label}, ${span}`,
          connectedVA: share,
          factor,
          rule,
          because: () =>
            beginning === 0
              ? `the first ${showVA(upToVA)} of the ${showVA(total)} is counted at ${showPercent(factor)}`
              : `${showPercent(factor)} because it lies above the first ${showVA(beginning)} of ${showVA(total)}`,
          parts: from === 0 ? parts : [],
          changes: TIER_CHANGES,
        }),
      );
    }
    from = upToVA;
  }
  return lines;
}
