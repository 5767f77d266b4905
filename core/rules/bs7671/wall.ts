/** The wall of a charger: BS 7671 722.55 with usual practice, and Heron's own figures of a wall. */
import type { WallRules } from "../wall.ts";

export const ukWall: WallRules = {
  couplingM: { indoors: 0.75, outdoors: 0.75, most: 1.2 },
  couplingRule: "BS 7671 722.55, usual practice",
  gas: "150 mm from a gas meter, and from a gas pipe where no earthed screen is between",
  enclosure: "Outdoors: IP44 or better as marked, cables entering from below",
  // Brick, cavity, block and plaster.
  hole: { unit: "mm", perM: 1000, thickness: 290, outside: 1000, inside: 1020, keepAway: "150 mm" },
};
