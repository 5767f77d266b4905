/** How the panels of a region are laid out, what stands in them, and how they are spoken of. */
import type { DeviceKind, Panel, Protects, SupplySystem } from "#core/case/document/types.ts";

export interface BoardRules {
  /** Spaces stand in two columns and are counted across them, or in one row. */
  layout: "columns" | "row";
  /** From one pole of a device to the next, spaces. */
  poleStep: number;
  /** How many legs or phases the spaces alternate between. */
  legs(system: SupplySystem): number;
  /** Leg or phase of a space, from 1. */
  legOf(position: number, legs: number): number;
  words: {
    leg: string;
    legs: string;
    numberedLeg(leg: number): string;
    beforeTheFirst: string;
    /** One place back, one place on. */
    back: string;
    on: string;
    main(kind: Panel["mainKind"]): string;
  };
  /** What may stand in a space, the usual one first. */
  devices: readonly [DeviceKind, ...DeviceKind[]];
  /** What quick entry calls them, lower case. */
  deviceNames: Readonly<Record<string, DeviceKind>>;
  /** What quick entry calls the faults a device guards against; none where the RCD is asked for in its place. */
  protectNames: Readonly<Record<string, Protects>>;
  /** A rating is written with its curve: B32. */
  curves: boolean;
  /** Ratings of the devices that stand in panels, old ones included, ascending, A. */
  ratingsA: readonly number[];
  /** What quick entry shows to somebody who has not used it. */
  examples: { device: string; rating: string; several: string };
}
