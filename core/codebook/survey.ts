/** What a walk round the home asks for in a region, and in which words. */
import type { Car, Conductor, Measured, OutletType } from "#core/case/document/types.ts";

/** A picture that the evidence list asks for. */
export interface Pictured {
  label: string;
  shows: string;
  caution?: string;
}

/** Which fields are asked for beside those that every home has. */
export interface AsksFor {
  floorArea: boolean;
  earthing: boolean;
  evTreatment: boolean;
  isolator: boolean;
  emergencyDisconnect: boolean;
  mainKind: boolean;
  enclosure: boolean;
  /** RCDs by type, over devices and groups of ways; else what a breaker guards against. */
  rcd: boolean;
  conductorMetal: boolean;
}

export interface SurveyRules {
  apartment: string;
  /** Who may have to agree besides the owner: what is asked of them, and as they go on within a sentence. */
  association: { label: string; who: string };
  authority: { label: string; who: string };
  /** Said wherever somebody may come near the live side of the supply. */
  isolate: string;
  pictures: { supplyLabel: Pictured; panelClosed: string; panelOpen: string; coverOff: string };
  /** Sizes and wiring methods a conductor is entered in, smallest first. */
  conductorSizes: readonly string[];
  conductorTypes: readonly { value: NonNullable<Conductor["type"]>; label: string }[];
  /** What the notes of a visit may look like, line by line. */
  noteExamples: readonly string[];
  /** What quick entry of loads shows to somebody who has not used it. */
  loadExamples: string;
  /** How a year of demand is usually had here. */
  measuredYear: Pick<Measured, "source" | "intervalMinutes">;
  /** Averages that the measured method speaks of, minutes; shorter data is taken over them. Null: as it was measured. */
  demandBlockMinutes: number | null;
  /** What data is that nobody has named, by its days and its interval in minutes. */
  usualSource(days: number, minutes: number): Measured["source"];
  /** The type that a receptacle worth knowing mostly has. */
  usualOutlet: OutletType;
  /** A car to begin with; its unit is the usual one. */
  usualCar: Car & { distancePerDay: NonNullable<Car["distancePerDay"]> };
}
