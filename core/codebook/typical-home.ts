/** What a home of an age usually has: a start for a survey, never a reading. */
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
  /** What stands in the panel beside the circuits that are counted by floor area. */
  circuits: readonly TypicalCircuit[];
  /** Circuits of general lights and outlets by floor area, one more for each begun part of so many square feet. */
  general: { device: string; load?: LoadKindId; ft2Each: number };
}

/** A floor area to count with where nobody has entered one, ft². */
export const USUAL_FLOOR_FT2 = 1500;
