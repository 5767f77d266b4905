/** A home as the rules look at it: its loads, the method that governs, and what each part carries. */
import type { CaseDocument, Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import type { CalculationLine, CountedLoad, DemandMethod } from "./demand/types.ts";
import type { Codebook } from "./types.ts";

export interface PanelDemand {
  demandA: number;
  method: DemandMethod;
  loads: readonly CountedLoad[];
  /** True where the panel carries the whole home. */
  whole: boolean;
  /** Counted as a feeder is, only by what is placed on it. */
  asFeeder: boolean;
  /** The lines of the calculation, computed on request. */
  lines(): CalculationLine[];
}

export interface Home {
  document: CaseDocument;
  codebook: Codebook;
  /** Supply rating as used, A: the reading, or the codebook's value for an unknown one. */
  supplyA: number;
  volts: number;
  loads: readonly CountedLoad[];
  /** The method that governs. */
  method: DemandMethod;
  /** Governing demand, A. */
  demandA: number;
  /** Demand of the loads behind a panel, worked out once for each. */
  at(panel: Panel): PanelDemand;
}

/** Where a path ends. */
export interface PathTarget {
  /** The panel that the charger's circuit starts from; null where no panel was recorded. */
  panel: Panel | null;
  circuit: Circuit | null;
  outlet: Outlet | null;
}
