/** The methods side by side on the same rows, so that one sees where they part. */
import type { MethodId } from "#core/case/document/types.ts";
import type { CalculationLine, DemandCalculation } from "#core/rules/demand/types.ts";
import { showPercent, showVA } from "#core/units.ts";
import { type Why, why } from "#core/why.ts";

/** How one method counts one row: its share of the demand, or left out by rule. */
export interface SharedCell {
  countedVA: number;
  factor: number;
  leftOut: boolean;
  why: Why;
}

export interface SharedRow {
  key: string;
  label: string;
  connectedVA: number;
  /** One cell for each method, in order; null where the method does not look at this load by itself. */
  cells: (SharedCell | null)[];
}

export interface SideBySide {
  methods: MethodId[];
  rows: SharedRow[];
}

/** The factor of a line, or of all tiers of its sum together: 17,880 of 29,700 VA is 60.2 %. */
function sharedFactor(line: CalculationLine, lines: readonly CalculationLine[]): number {
  const tiers = line.tierOf === undefined ? [line] : lines.filter((l) => l.tierOf === line.tierOf);
  const connected = tiers.reduce((t, l) => t + l.connectedVA, 0);
  return connected > 0 ? tiers.reduce((t, l) => t + l.countedVA, 0) / connected : line.factor;
}

/**
 * Each load's share of the demand by each applicable method. A tiered sum is shared out evenly over its loads, so the
 * cells of a column add up to the method's demand.
 */
export function sideBySide(calculations: readonly DemandCalculation[]): SideBySide {
  const applying = calculations.filter((c) => c.applies);
  const rows = new Map<string, SharedRow>();
  const row = (key: string, label: string, connectedVA: number) => {
    const found = rows.get(key) ?? { key, label, connectedVA, cells: applying.map(() => null) };
    rows.set(key, found);
    return found;
  };
  applying.forEach((calculation, column) => {
    for (const line of calculation.lines) {
      const factor = sharedFactor(line, calculation.lines);
      // A line's own figure may rest on more than its loads (a dryer of 4 kW counts as 5 kVA): share out what it counts.
      const partsVA = line.parts.reduce((t, p) => t + p.va, 0);
      const ofParts = line.tierOf === undefined && partsVA > 0 ? line.countedVA / partsVA : factor;
      for (const part of line.parts) {
        const countedVA = part.va * ofParts;
        row(part.loadId ?? part.label, part.label, part.va).cells[column] = {
          countedVA,
          factor: ofParts,
          leftOut: false,
          why: why(
            part.label,
            showVA(countedVA),
            {
              rule: line.rule,
              formula: line.tierOf
                ? `its even share of "${line.tierOf}", which count at ${showPercent(factor)} together; ${line.why.formula}`
                : line.why.formula,
              numbers: `${showVA(part.va)} x ${showPercent(ofParts)} = ${showVA(countedVA)}`,
            },
            line.why.assumes,
            line.why.changes,
          ),
        };
      }
      if (line.parts.length === 0 && line.tierOf === undefined)
        row(line.label, line.label, line.connectedVA).cells[column] = {
          countedVA: line.countedVA,
          factor: line.factor,
          leftOut: false,
          why: line.why,
        };
    }
    for (const left of calculation.leftOut) {
      const key = [...rows].find(([, r]) => r.label === left.label)?.[0] ?? left.label;
      row(key, left.label, left.va).cells[column] = {
        countedVA: 0,
        factor: 0,
        leftOut: true,
        why: why(left.label, "left out", { rule: left.rule, formula: left.reason, numbers: `0 of ${showVA(left.va)}` }),
      };
    }
  });
  return { methods: applying.map((c) => c.method), rows: [...rows.values()] };
}
