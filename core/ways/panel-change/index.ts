/** New or larger panel, because the old one is full or unsound; supply unchanged. */

import type { Panel } from "#core/case/document/types.ts";
import { linkId } from "#core/case/fields/link-ids.ts";
import { showA } from "#core/units.ts";
import { withArticle } from "#core/words.ts";
import type { JudgingContext, Way } from "../types.ts";
import {
  linkTooSmall,
  onNewCircuit,
  type PanelTrouble,
  panelServes,
  panelTroubles,
  tooSmallReason,
  withNewPanels,
} from "../work.ts";

interface SmallPanel extends PanelTrouble {
  isMain: boolean;
}

/** A main or bus that does not carry the charger is a trouble of its panel too, as long as the supply is larger. */
const tooSmall = (context: JudgingContext): SmallPanel[] =>
  context.path.panels.flatMap((panel) => {
    const ratings = [linkId.bus(panel.id), linkId.main(panel.id)];
    const link = linkTooSmall(
      context,
      (l) => ratings.includes(l.link) && l.mayCarryA !== null && l.mayCarryA < context.home.supplyA,
    );
    if (!link) return [];
    const reason = tooSmallReason(link, context, context.codebook.sections.mainOnBus);
    return [{ panel, reason, isMain: link.link === linkId.main(panel.id) }];
  });

export const panelChange = {
  id: "panel-change",
  switchesOff: "home",
  startsAtPanel: true,
  words: {
    "en-US": { name: "Panel change", means: "A new or larger panel, service unchanged" },
    "en-GB": { name: "New consumer unit", means: "A new consumer unit, cut-out unchanged" },
  },
  leaves: ({ supply }) => `Room for later circuits; the ${supply} stays as it is.`,
  headline: ({ chargeA }, { newPanel }) => `a new ${newPanel} with ${withArticle(showA(chargeA))} charger`,
  propose(context) {
    const { path } = context;
    const unsound = panelTroubles(context);
    const small = tooSmall(context);
    const troubles = [...unsound, ...small];
    if (troubles.length === 0) return [{ refused: [panelServes(context)] }];
    // Of several panels on the supply, one that is changed anyway gets a larger main.
    const smallMains = small.filter((t) => t.isMain && unsound.some((u) => u.panel === t.panel));
    const { document, items } = withNewPanels(
      context,
      troubles.map((t) => t.panel),
      smallMains.map((t) => t.panel),
    );
    // Where only the main or the bus is in the way, a new panel behind the same one is no answer.
    const endless = Number.POSITIVE_INFINITY;
    const carries = (p: Panel | undefined) => Math.min(p?.mainA ?? endless, p?.busA ?? endless);
    const larger = (p: Panel) => carries(document.panels.find((n) => n.id === p.id)) > carries(p);
    if (unsound.length === 0 && !troubles.some((t) => larger(t.panel)))
      return [{ refused: troubles.map((t) => t.reason) }];
    const panel = document.panels.find((p) => p.id === path.target.panel?.id) ?? null;
    return [
      onNewCircuit(context, {
        document,
        panel,
        takesWork: true,
        keepsCircuit: true,
        solves: troubles.map((t) => t.reason),
        before: items,
        cautions: [],
      }),
    ];
  },
} as const satisfies Way;
