/** Divide the supply and give the charger a small board of its own, leaving an old board alone. */

import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";
import type { JudgingContext, Way } from "../types.ts";
import {
  linkTooSmall,
  noRoomForBoard,
  onNewCircuit,
  ownBoardWanted,
  panelServes,
  panelTroubles,
  tooSmallReason,
  withOwnBoard,
} from "../work.ts";

/**
 * Reasons for a separate board: the panel is full or left untouched, it has a type AC RCD, or a feeder or bus is too
 * small.
 */
function causes(context: JudgingContext): WayReason[] {
  const { path, codebook } = context;
  const inTheWay = linkTooSmall(
    context,
    ({ demandScope, kind }) => demandScope !== "circuit" && kind !== "supply" && kind !== "supply-conductor",
  );
  return [
    ...ownBoardWanted(context),
    ...panelTroubles(context).map((t) => t.reason),
    ...path.faults
      .filter((f) => f.finding.code === "rcd-type-ac")
      .map((f) => wayReason(f.reason, f.finding.text, f.finding.rule)),
    ...(inTheWay ? [tooSmallReason(inTheWay, context, codebook.sections.feeder)] : []),
  ];
}

export const separateBoard = {
  id: "separate-board",
  switchesOff: "home",
  startsAtPanel: true,
  words: {
    "en-US": { name: "Separate panel", means: "A small panel of its own beside the old one" },
    "en-GB": { name: "Separate board", means: "Divided tails and a small board of its own" },
  },
  leaves: ({ board }) => `The old ${board} is left as it is; it will still need changing one day.`,
  headline: ({ chargeA }, { board }) => `${withArticle(showA(chargeA))} charger on a ${board} of its own`,
  propose(context) {
    const { path } = context;
    // An unsafe panel is repaired, not left in use.
    const unsafe = path.panels.find((p) => p.condition === "unsafe");
    const unsafeFault = unsafe && path.faults.find((f) => f.finding.link === linkId.panel(unsafe.id));
    if (unsafeFault)
      return [{ refused: [wayReason(unsafeFault.reason, unsafeFault.finding.text, unsafeFault.finding.rule)] }];
    const solves = causes(context);
    if (solves.length === 0) return [{ refused: [panelServes(context)] }];
    const noRoom = noRoomForBoard(context);
    if (noRoom.length > 0) return [{ refused: noRoom }];
    const own = withOwnBoard(context);
    return [
      onNewCircuit(context, {
        document: own.document,
        panel: own.panel,
        takesWork: true,
        solves,
        before: [own.item],
        cautions: [],
      }),
    ];
  },
} as const satisfies Way;
