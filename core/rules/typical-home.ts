/** Typical panels by the age of a home: default values for a new survey. */
import type { LoadKindId } from "#core/case/document/types.ts";

export interface TypicalCircuit {
  /** As it is entered at the panel, e.g. "2p 50 Range". */
  device: string;
  /** The load it feeds, with the typical nameplate of its kind; left out for lights and general outlets. */
  load?: LoadKindId;
}

export interface TypicalHome {
  id: string;
  /** When it was built, as a button says it. */
  built: string;
  mainA: number;
  /** Left out where the rules do not ask for it. */
  busA?: number;
  spaces: number;
  /** Circuits that do not depend on the floor area. */
  circuits: readonly TypicalCircuit[];
  /** General lighting and outlet circuits: one for each `ft2Each` square feet of floor area, rounded up. */
  general: { device: string; load?: LoadKindId; ft2Each: number };
}

/** Default floor area where none has been entered, ft². */
export const USUAL_FLOOR_FT2 = 1500;
