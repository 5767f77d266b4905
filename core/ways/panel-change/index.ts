/** New or larger panel, because the old one is full or unsound; supply unchanged. */
import { panelName } from "../../path/names.ts";
import { withNewCircuit } from "../place.ts";
import { type Reason, reason } from "../reasons.ts";
import type { Situation, Way } from "../types.ts";
import { newCircuit, type PanelTrouble, panelTroubles, withNewPanels } from "../work.ts";

/** A main or bus that does not carry the charger is a trouble of its panel too, as long as the supply is larger. */
function tooSmall(s: Situation): PanelTrouble[] {
  const { path, codebook, charger, home } = s;
  const wantedA = charger.settingsA.filter((a) => a <= charger.maxA).at(-1) ?? codebook.charging.minimumA;
  return path.panels.flatMap((panel) => {
    const link = path.links.find(
      (l) =>
        (l.link === `panel:${panel.id}:bus` || l.link === `panel:${panel.id}:main`) &&
        l.mayCarryA !== null &&
        l.mayCarryA < home.supplyA &&
        l.carriesA + codebook.charging.counted(wantedA, home.volts, "outside-125").va / home.volts > l.mayCarryA + 1e-9,
    );
    if (!link) return [];
    return [
      {
        panel,
        reason: reason(
          "headroom-short",
          `${link.name} (${link.decidedBy}) does not carry ${wantedA} A of charging`,
          codebook.sections.mainOnBus,
        ),
      },
    ];
  });
}

export const panelChange: Way = {
  id: "panel-change",
  words: {
    us: { name: "Panel change", means: "A new or larger panel, service unchanged" },
    uk: { name: "New consumer unit", means: "A new consumer unit, cut-out unchanged" },
  },
  leaves: "Room for later circuits; the supply stays as it is.",
  heavy: true,
  phrase: ({ chargeA }, { newPanel }) => `a new ${newPanel} with a ${chargeA} A charger`,
  propose(s) {
    const { codebook, charger, path } = s;
    const troubles = [...panelTroubles(s), ...tooSmall(s)];
    if (troubles.length === 0) {
      const none: Reason = path.target.panel
        ? reason("not-needed", `The ${codebook.words.panel} is sound and has room`, "Site survey")
        : reason("not-needed", `No ${codebook.words.panel} has been recorded yet`, "Site survey");
      return [{ refused: [none] }];
    }
    const panels = [...new Set(troubles.map((t) => t.panel))];
    const { document, items } = withNewPanels(s, panels);
    const panel = document.panels.find((p) => p.id === path.target.panel?.id) ?? null;
    const { document: home, circuit } = withNewCircuit(document, panel, codebook);
    return [
      {
        document: home,
        placed: {
          panel: panel?.id ?? null,
          circuit,
          deviceA: (a) => codebook.charging.deviceA(a, document.options?.ukDeviceA),
        },
        mostA: charger.maxA,
        leastA: codebook.charging.minimumA,
        takesWork: true,
        answersTo: troubles.map((t) => t.reason),
        work: ({ circuitA }) => [...items, newCircuit(panelName(panel ?? {}, codebook), circuitA, circuit)],
        cautions: ["Old boards may contain asbestos flash guards: look before you touch, and stop if in doubt."],
      },
    ];
  },
};
