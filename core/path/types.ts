import type { StepId } from "#core/case/fields/steps.ts";
import type { SurveyFinding } from "#core/rules/findings/types.ts";

export type LinkKind =
  | "supply"
  | "supply-conductor"
  | "feeder-device"
  | "feeder-conductor"
  | "main"
  | "bus"
  | "panel"
  | "device"
  | "conductor"
  | "outlet"
  | "charger";

/**
 * How well a link is known: `read` (or measured), only `told` or `assumed`, `unknown`, or `planned` as part of the
 * proposed work.
 */
export type Knowledge = "read" | "told" | "assumed" | "unknown" | "planned";

/** A decisive value that has not been read, measured or confirmed. */
export interface UnknownValue {
  /** The key of its field, e.g. `supply.ratingA`, `panel.main.busA`, `circuit.c4.conductor`. */
  key: string;
  /** The value to confirm, phrased to follow the word "Confirm". */
  text: string;
  /** Where it is entered. */
  step: StepId;
  knowledge: Exclude<Knowledge, "read" | "planned">;
  /** Without it there is no verdict at all. */
  decisive: boolean;
  /** The work itself shows it: it takes no visit before. */
  withTheWork?: true;
}

/** Clamps around a link. */
export interface LinkClamps {
  /** The limit that they keep, A; null where they are fitted and nothing relies upon them. */
  limitA: number | null;
  /** What they read, as it follows after them. */
  reads: string;
}

export interface PathLink {
  /** Its id: `supply`, `panel:main:bus`, `circuit:c4:conductor`, `charger`. */
  link: string;
  kind: LinkKind;
  name: string;
  /** The current that it carries with all loads of the case, A. */
  carriesA: number;
  /** What a charger that feeds back sends through it, A; left out where none does. */
  exportsA?: number;
  /** Its limit, A; null where it has no limit or the limit is unknown. */
  mayCarryA: number | null;
  /** The reason for the limit, with its figures and rule. */
  decidedBy: string;
  known: Knowledge;
  unknowns: readonly UnknownValue[];
  faults: readonly SurveyFinding[];
  /** The scope of the demand that it carries: the whole home, a panel, or the circuit alone. */
  demandScope: "supply" | "circuit" | (string & {});
  /** Clamps around it, on the path of a way that fits some. */
  clamps?: LinkClamps;
  /** On the path of a way: numbers of the pieces of work done at it, from 1. */
  work: readonly number[];
}
