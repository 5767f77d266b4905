/** The reason for a circuit's size over the length of its run. */
import type { RunSegment } from "#core/case/document/types.ts";
import type { CircuitRules, CircuitSpec } from "#core/rules/circuit/types.ts";
import { designCircuit, isDesigned } from "./design.ts";

/** A range of lengths with one deciding reason for the size. */
export interface SizeRange {
  decides: "ampacity" | "volt-drop" | "price" | "nothing";
  from: number;
  to: number;
}

/**
 * Ranges of length by the reason with the largest of the three sizes.
 * @param byPrice index of the cheapest size; null where prices are unknown
 */
export function regionsOf(rows: readonly SizeAtLength[], byPrice: number | null): SizeRange[] {
  const regions: SizeRange[] = [];
  let from = 0;
  for (const { length, byAmpacity, taken } of rows) {
    const decides =
      taken === null || byAmpacity === null
        ? "nothing"
        : byPrice !== null && byPrice > taken
          ? "price"
          : taken > byAmpacity
            ? "volt-drop"
            : "ampacity";
    const last = regions.at(-1);
    if (last?.decides === decides) last.to = length;
    else regions.push({ decides, from, to: length });
    from = length;
  }
  return regions;
}

export interface SizeAtLength {
  /** Length of the whole run, in its unit. */
  length: number;
  /** Sizes of the stretch that is looked at, by place among those that are made; null where none carries it. */
  byAmpacity: number | null;
  taken: number | null;
}

/**
 * The size of the first stretch, as the whole run grows in proportion from nothing to `longest`.
 * @param longest, unit of the axis: ft or m
 */
export function sizesByLength(
  rules: CircuitRules,
  asked: CircuitSpec,
  lengthOf: (segment: RunSegment) => number,
  longest: number,
  points = 60,
): SizeAtLength[] {
  const now = asked.segments.reduce((t, s) => t + lengthOf(s), 0);
  return Array.from({ length: points }, (_, i) => {
    const length = (longest * (i + 1)) / points;
    const segments = asked.segments.map((s) => ({
      ...s,
      length: { ...s.length, value: (s.length.value * length) / now },
    }));
    const design = designCircuit(rules, { ...asked, segments });
    if (!isDesigned(design)) return { length, byAmpacity: null, taken: null };
    const [first] = design.stretches;
    const { type, material } = design.conductor;
    const sizes = rules.sizes(type ?? "", material ?? "cu");
    return {
      length,
      byAmpacity: sizes.indexOf(first?.sizeByAmpacity ?? ""),
      taken: sizes.indexOf(design.conductor.size),
    };
  });
}
