/** Input and result of a demand method. */
import type { CaseDocument, ClampLimit, LoadKindId, MethodId } from "#core/case/document/types.ts";
import type { Why } from "#core/why.ts";
import type { Codebook } from "../types.ts";

/** A load of the ledger with its quantity and volts worked out. */
export interface CountedLoad {
  id: string;
  kind: LoadKindId;
  label: string;
  /** Of all pieces together, VA. */
  va: number;
  /** Of one piece, VA. */
  unitVA: number;
  quantity: number;
  existing: boolean;
  controlled: number;
  phase?: 1 | 2 | 3;
  /** It draws its current from each of the three phases; `va` is that of one. */
  onAllPhases?: true;
  socketOnControl: boolean;
  /** It runs for three hours or more. */
  continuous: boolean;
  /** A charging lead at the volts of a general-purpose outlet, whose use the general loads hold already. */
  slow: boolean;
  /** A charger that never runs together with this load. */
  interlockedWith?: string;
  /** The load that goes first: the charger waits while it runs, on a circuit of its own. */
  waitsFor?: string;
  /** A charger that clamps hold back. */
  managed?: readonly ClampLimit[];
  /** Words that the sheet puts beside the load, e.g. that its current is the MCA. */
  note?: string;
}

export interface DemandInput {
  document: CaseDocument;
  codebook: Codebook;
  loads: readonly CountedLoad[];
  ratingA: number;
  /** Line to line (US) or line to earth (UK), V. */
  volts: number;
  /** Scope of the calculation: the whole dwelling on its supply, or only the loads behind one panel. */
  at: "supply" | (string & {});
  /** The dwelling's general lighting and least circuits are on it; not so on a feeder. */
  general: boolean;
  /** Clamps that hold chargers back here: "supply", or panels by id. */
  guards: readonly string[];
  /** Only what was entered: the least circuits that every dwelling is counted with are left out. */
  asEntered?: true;
}

/** One load's share of a line. */
export interface LinePart {
  readonly label: string;
  readonly va: number;
  readonly loadId: string | null;
  readonly note?: string;
}

/** One line of a calculation; the counted VA of all lines add up to the demand. */
export interface CalculationLine {
  label: string;
  connectedVA: number;
  factor: number;
  countedVA: number;
  rule: string;
  readonly why: Why;
  /** The tiers of one sum share this name; the first tier lists their loads. */
  tierOf?: string;
  /** The loads that went into it. */
  parts: LinePart[];
}

/** Result of a method; `calculate` adds the shared figures (amperes, headroom). */
export interface MethodResult {
  lines: CalculationLine[];
  /** Loads that are left out by rule, with the reason. */
  leftOut: { label: string; va: number; reason: string; rule: string }[];
  assumptions: string[];
}

/** One thing that the rules ask of a measurement. */
export interface MethodCondition {
  /** The condition. */
  asks: string;
  met: boolean;
  /** The value found. */
  found: string;
  /** Why the method does not apply where it is not met. */
  against: string;
  rule: string;
}

/** The first condition that is not met. */
export const firstAgainst = (conditions: readonly MethodCondition[]): string | null =>
  conditions.find((c) => !c.met)?.against ?? null;

export interface DemandMethod {
  id: MethodId;
  name: string;
  rule: string;
  /** Evidence beats calculation; a standing reason why this one governs where it applies. */
  governsBecause: string;
  /** True where the charger may be counted among the loads, before the demand factor. */
  takesChargerInside: boolean;
  /** It rests on what was measured, not on the ledger. */
  measures: boolean;
  /** Why the method does not apply here, in words; null where it does. */
  objection(input: DemandInput): string | null;
  /** Conditions of a measured method, in order, met or not; empty without a measurement. */
  conditions?(input: DemandInput): MethodCondition[];
  calculate(input: DemandInput): MethodResult;
}

export interface DemandCalculation {
  method: MethodId;
  name: string;
  rule: string;
  applies: boolean;
  why?: string;
  demandVA: number;
  demandA: number;
  headroomA: number;
  lines: CalculationLine[];
  leftOut: MethodResult["leftOut"];
  assumptions: string[];
  explain: { readonly demandVA: Why; readonly demandA: Why; readonly headroomA: Why };
}

/** A calculation that can be done again with something changed: what another worksheet may have done. */
export interface Recount {
  method: DemandMethod;
  loads: readonly CountedLoad[];
  volts: number;
  /** As Heron counts it. */
  ownVA: number;
  /** All that was added up before a demand factor was applied. */
  connectedVA: number;
  /** A charger that may be in the other total, as one more load at its nameplate. */
  charger: { chargeA: number; load: CountedLoad } | null;
  totalVA(loads: readonly CountedLoad[]): number;
  /** The same with only what was entered: without the least circuits of every dwelling. */
  asEnteredVA(loads: readonly CountedLoad[]): number;
  /** Without the floor area; null where none was entered. */
  withoutAreaVA(): number | null;
}

/** Something often done wrong (or by another school), and the total that it gives. */
export interface UsualMistake {
  text: string;
  totalVA: number;
}
