/** Parts of a run that a check speaks of, and the boxes between them. */
import type { RunSegment } from "#core/case/document/types.ts";
import type { CircuitDesign, RouteCheck } from "./types.ts";

/** "part 2", "parts 1 and 3". */
export const partsInWords = (indexes: readonly number[]): string =>
  indexes.length === 1
    ? `part ${(indexes[0] as number) + 1}`
    : `parts ${indexes
        .map((i) => i + 1)
        .join(", ")
        .replace(/, (\d+)$/, " and $1")}`;

/** Indexes of the parts that something is true of. */
export const indexesWhere = (
  segments: readonly RunSegment[],
  is: (segment: RunSegment, index: number) => boolean,
): number[] => segments.flatMap((s, i) => (is(s, i) ? [i] : []));

/** A line only where some part asks for it. */
export const oneCheckFor = (indexes: readonly number[], make: (which: string) => RouteCheck): RouteCheck[] =>
  indexes.length === 0 ? [] : [make(partsInWords(indexes))];

/** Segments at which the conductor type changes: each needs a junction box. */
export const junctionBoxes = ({ segments }: CircuitDesign): number[] =>
  segments.flatMap((s, i) => (i > 0 && s.conductor.type !== segments[i - 1]?.conductor.type ? [i] : []));
