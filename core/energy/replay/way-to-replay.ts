/** What a replay needs of a way, plain enough to be sent to a worker. */

/** A panel on the way to the charger, whose feeder the charger may overload. */
export interface PartOfWay {
  /** Id of the panel. */
  at: string;
  name: string;
  /** The least that its feeder, main and bus take, A. */
  ratingA: number;
  /** Limit that clamps keep there, A; null without clamps. */
  limitA: number | null;
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
  parts: PartOfWay[];
  /** The load that goes first: while it runs the charger waits. */
  goesFirst: string | null;
  /** The least offer fits beside the governing demand: a charger that hears nothing of its clamps may go on with it. */
  fallbackFits: boolean;
}
