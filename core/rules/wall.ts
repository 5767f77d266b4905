/** Figures of the wall that a charger is mounted on; the maker's instructions and the firm come first. */
export interface WallRules {
  /** Height of the stowed coupling, m: least indoors and outdoors, and most; null without an upper limit. */
  couplingM: { indoors: number; outdoors: number; most: number | null };
  couplingRule: string;
  /** Distance from gas equipment, in words. */
  gas: string;
  /** What an enclosure outdoors must be marked with, in words. */
  enclosure: string;
  /** A hole drilled through a wall: its unit on site, units per metre, and the default figures in that unit. */
  hole: { unit: "in" | "mm"; perM: number; thickness: number; outside: number; inside: number; keepAway: string };
}
