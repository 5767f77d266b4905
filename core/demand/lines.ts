/** Making the lines of a calculation, with the answer to "why?" on each. */
import { showNumber, showPercent, showVA } from "../units.ts";
import type { CountedLoad, Line } from "./types.ts";

export const sum = (loads: readonly { va: number }[]): number => loads.reduce((total, l) => total + l.va, 0);

export const partsOf = (loads: readonly CountedLoad[]): Line["parts"] =>
  loads.map((l) => ({
    label: l.quantity > 1 ? `${l.label} (${l.quantity} x ${showVA(l.unitVA)})` : l.label,
    va: l.va,
    loadId: l.id,
    ...(l.note && { note: l.note }),
  }));

export interface LineInput {
  label: string;
  connectedVA: number;
  factor: number;
  rule: string;
  because: string;
  parts?: Line["parts"];
  changes?: string[];
  assumes?: string[];
}

/** A line that counts `connectedVA` at `factor`. */
export function factorLine({
  label,
  connectedVA,
  factor,
  rule,
  because,
  parts = [],
  changes,
  assumes,
}: LineInput): Line {
  const countedVA = connectedVA * factor;
  return {
    label,
    connectedVA,
    factor,
    countedVA,
    rule,
    parts,
    why: {
      figure: label,
      value: showVA(countedVA),
      formula: `connected load x demand factor; ${because}`,
      numbers: `${showVA(connectedVA)} x ${showPercent(factor)} = ${showVA(countedVA)}`,
      rule,
      assumes: assumes ?? [],
      changes: changes ?? [],
    },
  };
}

/**
 * A total taken in tiers: each tier's part of the total at its own factor.
 * @param tiers upper end of each tier in VA (the last Infinity) with its factor
 */
export function tieredLines(
  label: string,
  parts: Line["parts"],
  tiers: readonly { upTo: number; factor: number }[],
  rule: string,
): Line[] {
  const total = sum(parts);
  const lines: Line[] = [];
  let from = 0;
  for (const { upTo, factor } of tiers) {
    const share = Math.max(0, Math.min(total, upTo) - from);
    if (share > 0 || from === 0) {
      const span =
        from === 0
          ? `first ${showNumber(upTo / 1000)} kVA`
          : upTo === Number.POSITIVE_INFINITY
            ? `above ${showNumber(from / 1000)} kVA`
            : `${showNumber(from / 1000)} to ${showNumber(upTo / 1000)} kVA`;
      lines.push({
        tierOf: label,
        ...factorLine({
          label: `${label}, ${span}`,
          connectedVA: share,
          factor,
          rule,
          because:
            from === 0
              ? `the first ${showVA(upTo)} of the ${showVA(total)} is counted at ${showPercent(factor)}`
              : `${showPercent(factor)} because it lies above the first ${showVA(from)} of ${showVA(total)}`,
          parts: from === 0 ? parts : [],
          changes: ["A smaller or gas appliance in this group", "A correction of the floor area or a nameplate"],
        }),
      });
    }
    from = upTo;
  }
  return lines;
}
