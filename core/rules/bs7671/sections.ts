/** Sections of BS 7671 that its editions name differently. */
export interface Bs7671Sections {
  /** Devices suited to current in one direction or in both. */
  bothWays: string;
}
