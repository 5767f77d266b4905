/** The sizes beside the one that was chosen: why a smaller one fails, and what a larger one buys. */

import type { Conductor } from "#core/case/document/types.ts";
import { routeCheck } from "#core/rules/circuit/check.ts";
import type { CircuitDesign, CircuitRules, CircuitSpec, RouteCheck } from "#core/rules/circuit/types.ts";
import { exceeds } from "#core/tolerance.ts";
import { showA, showPercent, showSize } from "#core/units.ts";
import { lower } from "#core/words.ts";
import { conductorsFor, dropV, stretchesOf } from "./design.ts";

export interface SizeCandidate {
  conductor: Conductor;
  chosen: boolean;
  ampacityA: number;
  /** Volts lost along the whole run with this size here and the others as chosen, percent of the supply's. */
  dropPercent: number;
  /** Its earth conductor behind the device of the design. */
  earthConductor: Conductor;
  /** Every check of this size. */
  checks: RouteCheck[];
  /** The first check that it fails; null where it passes all. */
  fails: RouteCheck | null;
}

/** Every size that a stretch could be made in, for each stretch of a design, the smallest first. */
export function candidatesOf(rules: CircuitRules, asked: CircuitSpec, design: CircuitDesign): SizeCandidate[][] {
  const volts = rules.volts(asked.system);
  return stretchesOf(rules, asked).map((stretch, i) => {
    const made = design.stretches[i];
    if (!made) return [];
    const elsewhereV = design.voltDropV - made.dropV;
    const conductors = conductorsFor(rules, stretch, asked);
    const enough = conductors.findIndex((c) => c.size === made.sizeByAmpacity);
    return conductors.map((conductor, n): SizeCandidate => {
      const tried = rules.tries(conductor, stretch, design.deviceA, asked);
      const lostV = elsewhereV + dropV(rules, conductor, stretch, asked);
      const share = lostV / volts;
      const checks: RouteCheck[] = [
        ...tried.checks,
        routeCheck(
          "volt-drop",
          "Voltage drop along the run",
          !exceeds(share, rules.drop.share),
          rules.drop.rule,
          `at the charging current, no more than ${showPercent(rules.drop.share)}`,
          `${showPercent(share)} against ${showPercent(rules.drop.share)}`,
        ),
      ];
      return {
        conductor,
        chosen: conductor.size === made.conductor.size,
        ampacityA: tried.ampacityA,
        dropPercent: share * 100,
        earthConductor: rules.earthOf(conductor, n < enough ? conductor.size : made.sizeByAmpacity, design.deviceA),
        checks,
        fails: checks.find((c) => !c.passes) ?? null,
      };
    });
  });
}

/**
 * Sentences on why the next smaller size is not enough, and on the benefit of the next larger one; null without such a
 * size.
 */
export function neighbouringSizes(candidates: readonly SizeCandidate[]): {
  smaller: string | null;
  larger: string | null;
} {
  const at = candidates.findIndex((c) => c.chosen);
  const [chosen, smaller, larger] = [candidates[at], candidates[at - 1], candidates[at + 1]];
  return {
    smaller: smaller?.fails
      ? `${showSize(smaller.conductor.size)} fails: ${lower(smaller.fails.label)}, ${smaller.fails.numbers} (${smaller.fails.rule})`
      : null,
    larger:
      larger && chosen
        ? `${showSize(larger.conductor.size)} would carry ${showA(larger.ampacityA)} instead of ${showA(chosen.ampacityA)} and lose ${showPercent(larger.dropPercent / 100)} instead of ${showPercent(chosen.dropPercent / 100)}`
        : null,
  };
}
