/** Current clamps on the supply and on every feeder of the way; the charger takes only what is left. */

import { type WayReason, wayReason } from "#core/case/document/reasons.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";
import { requirements, type WorkItem, withParts } from "#core/estimate/requirements.ts";
import { describeGuard } from "#core/path/clamps.ts";
import { signalTakes } from "../circuit-requirements.ts";
import type { JudgingContext, Way } from "../types.ts";
import { onNewCircuit, untouchable, withNewPanels, withOwnBoard } from "../work.ts";

const CLAMPS = requirements({ clamps: 1, "labour:clamps": 1 }, "order");

/** Where the panel cannot take the charger's device: an unsafe one is changed, any other is left alone. */
function made(context: JudgingContext): {
  document: CaseDocument;
  panel: Panel | null;
  items: WorkItem[];
  reasons: WayReason[];
} {
  const troubles = untouchable(context);
  const reasons = troubles.map((t) => t.reason);
  if (troubles.length === 0)
    return { document: context.document, panel: context.path.target.panel, items: [], reasons };
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

export const dynamicLoadManagement = {
  id: "dynamic-load-management",
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
    return [
      onNewCircuit(context, {
        document,
        panel,
        placed: { managed: true },
        leastA: codebook.charging.leastOfferA,
        takesWork: items.length > 0,
        solves: reasons,
        before: items,
        after: (guards) => [
          {
            id: "clamps",
            text: `Clamps with a signal path to the charger: ${guards.map((g) => `on ${describeGuard(g)}`).join("; ")}`,
            requires: withParts(CLAMPS, signalTakes(context.document, codebook)),
            link: "supply-conductor",
          },
        ],
        cautions: [],
      }),
    ];
  },
} as const satisfies Way;
