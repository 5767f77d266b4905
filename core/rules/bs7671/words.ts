/** Words of the trade in the United Kingdom. */
import { showA } from "#core/units.ts";
import { SOLID_NAMES } from "../solid-names.ts";
import type { RegionWords } from "../types.ts";

export const ukWords: RegionWords = {
  supply: "supply",
  panel: "consumer unit",
  mainPanel: "Consumer unit",
  board: "board",
  subPanel: "further board",
  bus: "busbar",
  device: "protective device",
  space: "way",
  spaces: "ways",
  outlet: "socket",
  supplyRating: "Cut-out fuse",
  ratingReadOff: "as on the cut-out label",
  authority: "network operator",
  operator: "network operator",
  supplyOf: (ratingA) => `${showA(ratingA)} cut-out fuse`,
  newPanel: "consumer unit",
  earthConductor: "earth conductor",
  chargerSwitch: "isolator",
  competent: "a competent electrician",
  checkedBy: "Checked by (name, registration)",
  solid: (kind) => SOLID_NAMES[kind],
  waterByHeatPump: "hot water by heat pump",
  farEnd: "gland and seal, armour earthed, enclosure sound and large enough",
  pointOfIsolation: "an isolator after the meter",
  ownBoardWork: "Divide the tails after the meter (3 m at most without their own protection) and fit a small board",
  threePhaseBoardWork:
    "Fit a three-phase board, or a second board for the new phases, and have the meter changed for a three-phase one",
  comesWithLargerSupply: (size) =>
    `The operator changes the cut-out; tails (${size}), main earth and bonding are brought to size`,
};
