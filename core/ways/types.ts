/** What a way is judged on and what the judgement says. */
import type { CaseDocument, EvTreatment, Panel, WayId } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import type { PanelLimit } from "../demand/feeders.ts";
import type { Calculation, CountedLoad, DemandMethod } from "../demand/types.ts";
import type { Cost, Spread } from "../estimate/estimate.ts";
import type { NightNeed } from "../need/need.ts";
import type { SpaceCount } from "../panel/spaces.ts";
import type { Waterline } from "../waterline.ts";
import type { Why } from "../why.ts";

export type Verdict = "ready" | "with-work" | "ruled-out";

export const REASON_CODES = [
  "headroom-short",
  "no-space",
  "conductor-limit",
  "outlet-ungrounded",
  "no-shared-circuit",
  "no-outlet",
  "out-of-reach",
  "no-spare-circuit",
  "not-managed",
  "limit-below-house",
  "need-not-met",
  "meets-need",
  "type-ac-upstream",
  "board-unsafe",
  "looped-supply",
  "not-needed",
] as const;
export type ReasonCode = (typeof REASON_CODES)[number];

export interface Reason {
  code: ReasonCode;
  text: string;
  rule: string;
}

/** Everything about a case that more than one way asks for, worked out once. */
export interface Situation {
  document: CaseDocument;
  codebook: Codebook;
  ratingA: number;
  volts: number;
  loads: readonly CountedLoad[];
  method: DemandMethod;
  calculation: Calculation;
  headroomA: number;
  /** The one panel that carries everything, where it is smaller than the supply. */
  whole: PanelLimit | null;
  /** Feeders and buses on the way to the charger's panel. */
  limits: readonly PanelLimit[];
  need: NightNeed;
  treatment: EvTreatment;
  charger: { maxA: number; settingsA: readonly number[]; managed: boolean; plug: boolean };
  /** The panel where the charger's circuit starts; null where none is recorded. */
  panel: Panel | null;
  spaces: SpaceCount | null;
}

/** What a way's own code decides; `judge` adds energy, need, price, lead time and the drawing. */
export interface Finding {
  verdict: Verdict;
  chargeA: number;
  circuitA: number;
  limitA?: number;
  /** Volts the car charges at, where not the supply's. */
  volts?: number;
  reasons: Reason[];
  work: string[];
  cautions: string[];
  leaves: string;
  explain: Why;
  /** kWh a night where it is not simply current x hours. */
  energyPerNightKWh?: number;
  level: Waterline;
  /** Other ways whose work comes on top of this one's. */
  alsoTakes?: WayId[];
}

export interface Way {
  id: WayId;
  name: string;
  /** In one line of plain words. */
  means: string;
  find(situation: Situation): Finding;
}

export interface WayJudgement extends Omit<Finding, "energyPerNightKWh" | "volts" | "alsoTakes"> {
  way: WayId;
  name: string;
  energyPerNightKWh: number;
  meetsNeed: boolean;
  cost: Cost;
  leadTimeDays: Spread;
}
