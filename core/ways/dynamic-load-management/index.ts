/** Current clamps on the supply and on every feeder of the way; the charger takes only what is left. */
import type { CaseDocument, Panel } from "../../case/document/types.ts";
import { describeGuard } from "../../judge/clamps.ts";
import { panelName } from "../../path/names.ts";
import { price, type WorkItem } from "../../work/work.ts";
import { withNewCircuit } from "../place.ts";
import { reason } from "../reasons.ts";
import type { Situation, Way } from "../types.ts";
import { ISOLATE, newCircuit, panelTroubles, withNewPanels, withOwnBoard } from "../work.ts";

const CLAMPS = price([400, 540, 650], [140, 180, 250], [7, 15, 28], [5, 10, 20]);

/** Where the panel cannot take the charger's device: an unsafe one is changed, any other is left alone. */
function made(s: Situation): {
  document: CaseDocument;
  panel: Panel | null;
  items: WorkItem[];
  reasons: ReturnType<typeof reason>[];
} {
  const troubles = panelTroubles(s).filter((t) => t.reason.code !== "headroom-short");
  const reasons = troubles.map((t) => t.reason);
  if (troubles.length === 0) return { document: s.document, panel: s.path.target.panel, items: [], reasons };
  if (troubles.some((t) => t.panel.condition === "unsafe")) {
    const { document, items } = withNewPanels(
      s,
      troubles.map((t) => t.panel),
    );
    return { document, panel: document.panels.find((p) => p.id === s.path.target.panel?.id) ?? null, items, reasons };
  }
  const own = withOwnBoard(s);
  return { document: own.document, panel: own.panel, items: [own.item], reasons };
}

export const dynamicLoadManagement: Way = {
  id: "dynamic-load-management",
  words: {
    us: { name: "Managed charging", means: "Clamps on the service; the charger takes what is left" },
    uk: { name: "Load-managed charging", means: "Clamps on the tails; the charger takes what is left" },
  },
  leaves: "The supply is never loaded above the limit; a second car shares what is left.",
  phrase: ({ limitA }) => `a managed charger held below ${limitA} A`,
  propose(s) {
    const { codebook, charger } = s;
    if (!charger.managed)
      return [
        { refused: [reason("not-managed", "The chosen charger cannot be managed by clamps", codebook.managed.rule)] },
      ];
    const { document, panel, items, reasons } = made(s);
    const { document: home, circuit } = withNewCircuit(document, panel, codebook);
    return [
      {
        document: home,
        placed: {
          panel: panel?.id ?? null,
          circuit,
          managed: true,
          deviceA: (a) => codebook.charging.deviceA(a, document.options?.ukDeviceA),
        },
        mostA: charger.maxA,
        leastA: codebook.charging.leastOfferA,
        takesWork: items.length > 0,
        answersTo: reasons,
        work: ({ circuitA, limits }) => [
          ...items,
          newCircuit(panelName(panel ?? {}, codebook), circuitA, circuit),
          {
            id: "clamps",
            text: `Clamps with a signal path to the charger: ${limits
              .map(({ at, limitA }) => {
                const guarded = home.panels.find((p) => p.id === at);
                return describeGuard({
                  name: guarded
                    ? `on what feeds ${panelName(guarded, codebook)}`
                    : `on the ${codebook.supplyConductor.name}`,
                  limitA,
                });
              })
              .join("; ")}`,
            price: CLAMPS,
            link: "supply-conductor",
          },
        ],
        cautions: [
          ISOLATE[codebook.region],
          "Right conductor, right direction, closed jaws; a lost clamp signal must drop the charger to its safe current.",
        ],
      },
    ];
  },
};
