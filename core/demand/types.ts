/** What a demand method is given and what it answers. */
import type { CaseDocument, LoadKindId, MethodId } from "../case/document/types.ts";
import type { Codebook } from "../codebook/types.ts";
import type { Why } from "../why.ts";

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
  socketOnControl: boolean;
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
}

/** One line of a calculation; the counted VA of all lines add up to the demand. */
export interface Line {
  label: string;
  connectedVA: number;
  factor: number;
  countedVA: number;
  rule: string;
  why: Why;
  /** Tiers of one sum share its name; their loads stand on the first. */
  tierOf?: string;
  /** The loads that went into it. */
  parts: { label: string; va: number; loadId: string | null; note?: string }[];
}

/** What a method answers; the shared figures (amperes, headroom) are worked out once, in `calculate`. */
export interface MethodResult {
  applies: boolean;
  /** Why the method does not apply. */
  why?: string;
  lines: Line[];
  /** Loads that are left out by rule, with the reason. */
  leftOut: { label: string; va: number; reason: string; rule: string }[];
  assumptions: string[];
  formula?: string;
}

export interface DemandMethod {
  id: MethodId;
  name: string;
  rule: string;
  /** Evidence beats calculation; a standing reason why this one governs where it applies. */
  governsBecause: string;
  /** True where the charger may stand among the loads, before the demand factor. */
  takesChargerInside: boolean;
  calculate(input: DemandInput): MethodResult;
}

export interface Calculation {
  method: MethodId;
  name: string;
  rule: string;
  applies: boolean;
  why?: string;
  demandVA: number;
  demandA: number;
  headroomA: number;
  lines: Line[];
  leftOut: MethodResult["leftOut"];
  assumptions: string[];
  explain: { demandVA: Why; demandA: Why; headroomA: Why };
}
