/** Names of a plan's solids in each country. */

import type { Region } from "#core/rules/types.ts";
import type { SolidKind } from "../case/document/vocabulary.ts";

const NAMES: Record<SolidKind, string> = {
  house: "house",
  garage: "garage",
  pillar: "pillar",
  fence: "fence",
  wall: "wall",
  bed: "flower bed",
  steps: "steps",
  footway: "footway",
  neighbour: "neighbour's plot",
};
const US_NAMES: Partial<Record<SolidKind, string>> = { footway: "sidewalk", neighbour: "neighbor's lot" };

/** The name of a kind of solid in lower case, as a person of this country says it. */
export const solidName = (kind: SolidKind, region: Region): string =>
  (region === "us" ? US_NAMES[kind] : undefined) ?? NAMES[kind];
