/** Current clamps on the supply and on every feeder of the way; the charger takes only what is left. */

import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import { chargersThere } from "#core/case/document/staying-charger.ts";
import type { CaseDocument, Load, Panel } from "#core/case/document/types.ts";
import { requirements, type WorkItem } from "#core/estimate/requirements.ts";
import { loadInSentence } from "#core/rules/demand/loads.ts";
import { clampsWork } from "../clamps-work.ts";
import type { JudgingContext, Way } from "../types.ts";
import { noRoomForBoard, onNewCircuit, ownBoardWanted, untouchable, withNewPanels, withOwnBoard } from "../work.ts";

const SHARED_LIMIT = requirements({ "labour:clamps": 1 });

/** Where the panel cannot take the charger's device: an unsafe one is changed, any other is left alone. */
function made(context: JudgingContext): {
  document: CaseDocument;
  panel: Panel | null;
  items: WorkItem[];
  reasons: WayReason[];
} {
  const wanted = ownBoardWanted(context);
  const troubles = untouchable(context);
  const reasons = [...wanted, ...troubles.map((t) => t.reason)];
  if (reasons.length === 0) return { document: context.document, panel: context.path.target.panel, items: [], reasons };
  if (troubles.some((t) => t.panel.condition === "unsafe")) {
    const { document, items } = withNewPanels(
      context,
      troubles.map((t) => t.panel),
    );
    return {
      document,
      panel: document.panels.find((p) => p.id === context.path.target.panel?.id) ?? null,
      items,
      reasons,
    };
  }
  const own = withOwnBoard(context);
  return { document: own.document, panel: own.panel, items: [own.item], reasons };
}

/** The charger that is there beside a second one: both are held below one limit. Null without one. */
function chargerBeside({ document, home }: JudgingContext): (Load & { amps: number }) | null {
  if (document.enquiry?.reason !== "second-charger") return null;
  const [there] = chargersThere(document);
  const counted = home.loads.find((l) => l.id === there?.id);
  if (!there || !counted) return null;
  const { va: _va, volts: _volts, ...load } = there;
  return { ...load, amps: counted.unitVA / home.volts };
}

const without = (document: CaseDocument, { id }: Load): CaseDocument => ({
  ...document,
  loads: document.loads.filter((load) => load.id !== id),
});

/** The charger that is there gives way as well; only its maker says whether it can. */
const sharedLimit = (other: Load, { codebook }: JudgingContext): WorkItem => ({
  id: "share-limit",
  text: `Put ${loadInSentence(other, codebook)} under the same limit: see in its instructions that it can be held back, connect it, set it, and prove that both together stay below`,
  requires: SHARED_LIMIT,
  link: "supply-conductor",
});

export const dynamicLoadManagement = {
  id: "dynamic-load-management",
  switchesOff: "panel",
  startsAtPanel: true,
  takesPlace: true,
  holdsBack: true,
  words: {
    "en-US": { name: "Managed charging", means: "Clamps on the service; the charger takes what is left" },
    "en-GB": { name: "Load-managed charging", means: "Clamps on the tails; the charger takes what is left" },
  },
  leaves: ({ supply }) => `The ${supply} is never loaded above the limit; a second car shares what is left.`,
  headline: ({ limitA }) => `a managed charger held below ${limitA} A`,
  propose(context) {
    const { codebook, charger } = context;
    if (!charger.managed)
      return [
        {
          refused: [wayReason("not-managed", "The chosen charger cannot be managed by clamps", codebook.managed.rule)],
        },
      ];
    const { document, panel, items, reasons } = made(context);
    const noRoom = items.some(({ id }) => id === "own-board") ? noRoomForBoard(context) : [];
    if (noRoom.length > 0) return [{ refused: noRoom }];
    const other = chargerBeside(context);
    return [
      onNewCircuit(context, {
        document: other ? without(document, other) : document,
        panel,
        placed: { managed: true, ...(other && { sharesWith: other }) },
        leastA: codebook.charging.leastOfferA,
        takesWork: items.length > 0,
        solves: reasons,
        before: items,
        after: (guards) => [
          clampsWork(context, guards, document, panel),
          ...(other ? [sharedLimit(other, context)] : []),
        ],
        cautions: [],
      }),
    ];
  },
} as const satisfies Way;
