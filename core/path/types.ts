/** The path from the supply to the car, link by link. */
import type { Circuit, Outlet, Panel } from "#core/case/document/types.ts";
import type { SurveyFinding } from "#core/findings/types.ts";
import type { StepId } from "#core/missing.ts";

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
 * How well a link is known: `read` (or measured), only `told` or `assumed` by somebody, `unknown`, or `planned` as part
 * of work that is still to be done.
 */
export type Knowledge = "read" | "told" | "assumed" | "unknown" | "planned";

/** A decisive value that nobody has read, measured or confirmed. */
export interface Unknown {
  /** The field it stands in, e.g. `supply.ratingA`, `panel.main.busA`, `circuit.c4.conductor`. */
  key: string;
  /** What is to be confirmed, as it goes on after "Confirm". */
  text: string;
  /** Where it is entered. */
  step: StepId;
  knowledge: Exclude<Knowledge, "read" | "planned">;
  /** Without it there is no verdict at all. */
  decisive: boolean;
}

export interface Link {
  /** Its id: `supply`, `panel:main:bus`, `circuit:c4:conductor`, `charger`. */
  link: string;
  kind: LinkKind;
  name: string;
  /** What it carries with everything that stands in the case, A. */
  carriesA: number;
  /** What it may carry, A; null where it sets no limit or nobody knows. */
  mayCarryA: number | null;
  /** What sets the limit, with its figures and rule. */
  decidedBy: string;
  known: Knowledge;
  unknowns: readonly Unknown[];
  faults: readonly SurveyFinding[];
  /** Whose demand it carries: the whole home's, a panel's, or the circuit's own. */
  of: "supply" | "circuit" | (string & {});
  /** On the path of a way: numbers of the pieces of work done at it, from 1. */
  work: readonly number[];
}

/** Where a path ends. */
export interface Target {
  /** The panel that the charger's circuit starts from; null where no panel was recorded. */
  panel: Panel | null;
  circuit: Circuit | null;
  outlet: Outlet | null;
}
