/** What a replay needs of a way, plain enough to be sent to a worker. */

/** A part that clamps keep below a limit. */
export interface GuardedPart {
  /** "supply", or the id of the panel whose feeder it is. */
  at: string;
  limitA: number;
}

export interface WayToReplay {
  way: string;
  name: string;
  managed: boolean;
  chargeA: number;
  volts: number;
  /** The clamps' limit at the supply; without clamps, the largest continuous load, A. */
  limitA: number;
  /** Supply rating after the way's work. */
  ratingA: number;
  /** Beside the supply. */
  guards: GuardedPart[];
  /** The load that goes first: while it runs the charger waits. */
  goesFirst: string | null;
  /** The least offer fits beside the governing demand: a charger that hears nothing of its clamps may go on with it. */
  fallbackFits: boolean;
}
