/** Routes of one job beside each other: the one that is taken, and those that were looked at too. */
import { assess } from "#core/assess.ts";
import type { CaseDocument, Run } from "#core/case/document/types.ts";
import { wishesOpen } from "#core/circuit/looks.ts";
import { takenWay } from "#core/decide/decision.ts";
import type { PriceBook } from "#core/estimate/book.ts";
import type { Cost } from "#core/estimate/estimate.ts";
import { hoursOf } from "#core/estimate/price-lines.ts";
import { laidLengthOf } from "#core/rules/circuit/laid.ts";
import { codebookOf } from "#core/rules/index.ts";

export interface JudgedRoute {
  name: string;
  /** Index among the other runs; null for the one that is taken. */
  other: number | null;
  /** In the rules' unit of length. */
  length: number;
  /** Wishes of the customer that it misses, or of which nobody has said. */
  wishes: ReturnType<typeof wishesOpen>;
  /** The taken way along this route; null where it has no circuit there. */
  built: {
    chargeA: number;
    size: string;
    voltDropPercent: number;
    cost: Cost;
    /** Of work, typical. */
    hours: number;
    /** Failing checks, and checks still to be confirmed. */
    failing: number;
    open: number;
  } | null;
}

/** "Route 1" where it was given no name. */
const routeName = ({ name }: Run, index: number): string => name || `Route ${index + 1}`;

/** Every route judged for the same way: the decided one, otherwise the one recommended along today's route. */
export function routesOf(document: CaseDocument, book: PriceBook): JudgedRoute[] {
  const { run, otherRuns = [] } = document;
  if (!run) return [];
  const { lengthUnit } = codebookOf(document.rules);
  const taken = takenWay(assess(document, book))?.way;
  return [run, ...otherRuns].map((route, i): JudgedRoute => {
    const way = assess({ ...document, run: route }, book).ways.find((w) => w.way === taken);
    const circuit = way?.circuit;
    return {
      name: routeName(route, i),
      other: i === 0 ? null : i - 1,
      length: laidLengthOf(route, lengthUnit),
      // The wishes are those of the customer, whichever route is looked at.
      wishes: wishesOpen({ ...route, ...(run.wishes && { wishes: run.wishes }) }),
      built:
        way && circuit
          ? {
              chargeA: way.chargeA,
              size: circuit.conductor.size,
              voltDropPercent: circuit.voltDropPercent,
              cost: way.cost,
              hours: hoursOf(way.lines),
              failing: circuit.checks.filter((c) => c.passes === false).length,
              open: circuit.checks.filter((c) => c.passes === null).length,
            }
          : null,
    };
  });
}

/** The case with another of its routes taken, and the one that was taken among the others, at its place. */
export function withRouteTaken(document: CaseDocument, other: number): CaseDocument {
  const { run, otherRuns = [] } = document;
  const next = otherRuns[other];
  if (!run || !next) return document;
  // The wishes stay with the customer.
  const taken = run.wishes ? { ...next, wishes: run.wishes } : next;
  return { ...document, run: taken, otherRuns: otherRuns.map((r, i) => (i === other ? run : r)) };
}
