/** How the supply's protective device warms: Heron's own figures for comparing ways, no maker's curve. */
export interface DeviceWarming {
  /** Times the rating at which it trips in the end. */
  tripsAt: number;
  /** Time to trip at twice the rating, s, by rating, ascending. */
  atTwice: readonly { upToA: number; seconds: number }[];
}
