/** Survey fields of a region, and their words. */
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
  /** The rating of a supply is read off the main device of its panel. */
  ratingOffMain: boolean;
  emergencyDisconnect: boolean;
  mainKind: boolean;
  enclosure: boolean;
  /** RCDs by type, for devices and groups of ways; otherwise the protection of each breaker. */
  rcd: boolean;
  conductorMetal: boolean;
}

export interface SurveyRules {
  apartment: string;
  /** People besides the owner whose permission may be needed: the field's label, and their name within a sentence. */
  association: { label: string; who: string };
  authority: { label: string; who: string };
  /** Caution for all work near the live side of the supply. */
  isolate: string;
  /** Caution: where the conductors ahead of the main are made dead. */
  pointOfIsolation: string;
  pictures: { supplyLabel: Pictured; panelClosed: string; panelOpen: string; coverOff: string };
  /** Sizes and wiring methods a conductor is entered in, smallest first. */
  conductorSizes: readonly string[];
  conductorTypes: readonly { value: NonNullable<Conductor["type"]>; label: string }[];
  /** Example lines for the notes of a visit. */
  noteExamples: readonly string[];
  /** Examples of quick entry of loads for new users. */
  loadExamples: string;
  /** Example of one new load that would be added later. */
  newLoadExample: string;
  /** How a year of demand is usually had here. */
  measuredYear: Pick<Measured, "source" | "intervalMinutes">;
  /** Averages that the measured method speaks of, minutes; shorter data is taken over them. Null: as it was measured. */
  demandBlockMinutes: number | null;
  /** The source of unnamed data, guessed by its days and its interval in minutes. */
  usualSource(days: number, minutes: number): Measured["source"];
  /** The type that a receptacle worth knowing mostly has. */
  usualOutlet: OutletType;
  /** A car to begin with; its unit is the usual one. */
  usualCar: Car & { distancePerDay: NonNullable<Car["distancePerDay"]> };
}
