/** Consumer units: one row of ways, a device of two poles takes two beside each other. */
import type { BoardRules } from "../board.ts";

/** Old fuses included, A. */
const RATINGS_A = [3, 5, 6, 10, 13, 15, 16, 20, 25, 30, 32, 40, 45, 50, 60, 63, 80, 100] as const;

export const ukBoard: BoardRules = {
  layout: "row",
  poleStep: 1,
  legs: (system) => (system === "three-phase-230-400" ? 3 : 1),
  legOf: (position, legs) => ((position - 1) % legs) + 1,
  words: {
    leg: "phase",
    legs: "phases",
    numberedLeg: (leg) => `L${leg}`,
    beforeTheFirst: "There is no way before the first",
    back: "Left",
    on: "Right",
    main: () => "Main switch",
  },
  devices: ["mcb", "rcbo", "rewirable-fuse", "cartridge-fuse", "surge", "blank"],
  deviceNames: {
    mcb: "mcb",
    rcbo: "rcbo",
    fuse: "rewirable-fuse",
    rewirable: "rewirable-fuse",
    cartridge: "cartridge-fuse",
    blank: "blank",
    spd: "surge",
    surge: "surge",
  },
  protectNames: {},
  curves: true,
  ratingsA: RATINGS_A,
  examples: { device: "rcbo 32 cooker", rating: "b32 ring", several: "b32 ring · b40 shower 9.5kw · spd" },
};
