/** Two-column panels of breakers: spaces are counted across, a device of two poles takes one above the other. */

import type { BoardRules } from "../board.ts";
import { NEC_240_6 } from "./circuit/ampacity-tables.ts";

export const necBoard: BoardRules = {
  layout: "columns",
  poleStep: 2,
  legs: () => 2,
  legOf: (position, legs) => (Math.floor((position - 1) / 2) % legs) + 1,
  words: {
    leg: "leg",
    legs: "legs",
    numberedLeg: (leg) => `Leg ${leg}`,
    beforeTheFirst: "There is no space above the first",
    back: "Up",
    on: "Down",
    main: (kind) => (kind === "lugs" ? "Main lugs" : "Main breaker"),
  },
  devices: ["breaker", "tandem", "quad", "surge", "blank"],
  deviceNames: { breaker: "breaker", tandem: "tandem", quad: "quad", blank: "blank", surge: "surge", spd: "surge" },
  protectNames: { afci: "afci", gfci: "gfci", dual: "afci-gfci" },
  curves: false,
  ratingsA: NEC_240_6,
  examples: { device: "2p 30 dryer", rating: "20 kitchen", several: "20 kitchen · range 50a 2p 12kw · tandem 15 hall" },
};
