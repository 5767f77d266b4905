/** All ways, judged on one sheet; a new way is a folder and one line here. */
import type { CaseDocument, WayId } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import { panelLimits, wholePanelLimit } from "../demand/feeders.ts";
import type { Calculation, CountedLoad } from "../demand/types.ts";
import { estimate } from "../estimate/estimate.ts";
import type { NightNeed } from "../need/need.ts";
import { countSpaces } from "../panel/spaces.ts";
import { showKWh } from "../units.ts";
import { circuitSplitter } from "./circuit-splitter/index.ts";
import { dedicatedCircuit } from "./dedicated-circuit/index.ts";
import { dynamicLoadManagement } from "./dynamic-load-management/index.ts";
import { existingOutlet } from "./existing-outlet/index.ts";
import { panelChange } from "./panel-change/index.ts";
import { reuseCircuit } from "./reuse-circuit/index.ts";
import { separateBoard } from "./separate-board/index.ts";
import { serviceUpgrade } from "./service-upgrade/index.ts";
import { energyAtKWh, reason } from "./situation.ts";
import type { Situation, Way, WayJudgement } from "./types.ts";

export const WAYS: readonly Way[] = [
  existingOutlet,
  reuseCircuit,
  dedicatedCircuit,
  circuitSplitter,
  dynamicLoadManagement,
  panelChange,
  separateBoard,
  serviceUpgrade,
];

export const wayOf = (id: WayId): Way => WAYS.find((w) => w.id === id) as Way;

/** Gathers what the ways are judged on. */
export function situation(
  document: CaseDocument,
  codebook: Codebook,
  ratingA: number,
  volts: number,
  loads: readonly CountedLoad[],
  calculation: Calculation,
  need: NightNeed,
): Situation {
  const charger = document.charger ?? {};
  const panel = document.panels.find((p) => p.id === charger.panel) ?? document.panels[0] ?? null;
  const method = codebook.methods.find((m) => m.id === calculation.method);
  const whole = wholePanelLimit(document, calculation, ratingA);
  if (!method) throw new Error(`no method ${calculation.method}`);
  return {
    document,
    codebook,
    ratingA,
    volts,
    loads,
    method,
    calculation,
    headroomA: ratingA - calculation.demandA,
    whole,
    limits: [...(whole ? [whole] : []), ...panelLimits(document, codebook, loads, panel?.id)],
    need,
    treatment: document.options?.evTreatment ?? "outside-125",
    charger: {
      maxA: charger.maxA ?? codebook.charging.usualMaxA,
      settingsA: charger.settableA?.length ? [...charger.settableA].sort((a, b) => a - b) : codebook.charging.settingsA,
      managed: charger.managed ?? true,
      plug: charger.connection === "plug",
    },
    panel,
    spaces: panel ? countSpaces(panel, codebook.charging.poles, codebook) : null,
  };
}

/** Judges one way and adds what is worked out alike for all. */
function judge(way: Way, s: Situation): WayJudgement {
  const { energyPerNightKWh: own, volts, alsoTakes = [], ...found } = way.find(s);
  const energyPerNightKWh = own ?? energyAtKWh(s, found.chargeA, volts);
  const usable = found.verdict !== "ruled-out";
  const meetsNeed = usable && energyPerNightKWh >= s.need.energyPerDayKWh - 1e-9;
  const needReason = !usable
    ? []
    : [
        meetsNeed
          ? reason(
              "meets-need",
              `Gives the ${showKWh(s.need.energyPerDayKWh)} of a usual night`,
              "Heron, charging need",
            )
          : reason(
              "need-not-met",
              `Gives ${showKWh(energyPerNightKWh)} of the ${showKWh(s.need.energyPerDayKWh)} needed a night`,
              "Heron, charging need",
            ),
      ];
  return {
    way: way.id,
    name: way.name,
    ...found,
    reasons: [...found.reasons, ...needReason],
    energyPerNightKWh,
    meetsNeed,
    ...estimate([way.id, ...alsoTakes], s.codebook),
  };
}

export const judgeAll = (s: Situation): WayJudgement[] => WAYS.map((way) => judge(way, s));
