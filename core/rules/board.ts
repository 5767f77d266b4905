/** Layout of a region's panels, the devices in them, and their names. */
import type { DeviceKind, Panel, Protects, SupplySystem } from "#core/case/document/types.ts";

export interface BoardRules {
  /** Spaces are numbered across two columns, or along one row. */
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
  /** The devices that fit a space, the usual one first. */
  devices: readonly [DeviceKind, ...DeviceKind[]];
  /** Device names in quick entry, lower case. */
  deviceNames: Readonly<Record<string, DeviceKind>>;
  /** Quick-entry names of a device's extra protection; empty where the RCD is asked for instead. */
  protectNames: Readonly<Record<string, Protects>>;
  /** A rating is written with its curve: B32. */
  curves: boolean;
  /** Ratings of panel devices, old ones included, ascending, A. */
  ratingsA: readonly number[];
  /** Examples of quick entry for new users. */
  examples: { device: string; rating: string; several: string };
}
