/** How a case differs from an earlier one, in words. */
import { createPatch } from "rfc6902";
import type { Patch } from "#core/case/document/patch.ts";
import { STAGE_NAMES, stageOf } from "#core/case/document/stage.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import { changesInWords } from "./changes.ts";

/** The case without what is no part of the home or of the offer, and that is compared apart. */
function compared({ progress: _, decision: __, prices: ___, ...rest }: CaseDocument) {
  if (!rest.quote?.accepted) return rest;
  const { accepted: ____, ...quote } = rest.quote;
  return { ...rest, quote };
}

interface Compared {
  /** The way that was taken then. */
  way: string | null;
  /** Whether a move to another stage counts. */
  followsStage: boolean;
}

/**
 * The changes from one case to another, each in a sentence. Waits, notices, an acceptance, and a decision for the way
 * that was taken anyway do not count.
 */
export function differencesInWords(
  before: CaseDocument,
  after: CaseDocument,
  { way, followsStage }: Compared,
): string[] {
  const patch = createPatch(compared(before), compared(after)) as Patch;
  const [from, to] = [stageOf(before), stageOf(after)];
  const { decision } = after;
  const decided: Patch =
    decision && decision.way !== way
      ? [{ op: "add", path: "/decision", value: decision }]
      : before.decision && !decision
        ? [{ op: "remove", path: "/decision" }]
        : [];
  return [
    ...new Set(changesInWords(before, patch)),
    ...changesInWords(after, decided),
    ...(followsStage && from !== to ? [`The stage is ${STAGE_NAMES[to]}, before it was ${STAGE_NAMES[from]}`] : []),
  ];
}
