/** The wall of a charger: NEC 625.50, and Heron's own figures of a wall. */
import { FT_PER_M } from "#core/units.ts";
import type { WallRules } from "../wall.ts";

export const necWall: WallRules = {
  couplingM: { indoors: 0.46, outdoors: 0.61, most: null },
  couplingRule: "NEC 625.50",
  gas: "3 ft from the vent of a gas regulator; the gas company's own rule comes first",
  enclosure: "Outdoors: an enclosure marked type 3R or 4X",
  // Siding, sheathing, studs and drywall.
  hole: { unit: "in", perM: 12 * FT_PER_M, thickness: 6.5, outside: 40, inside: 41, keepAway: "6 in" },
};
