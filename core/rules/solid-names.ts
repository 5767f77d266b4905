/** Names of a plan's solids, in lower case. */
import type { SolidKind } from "#core/case/document/vocabulary.ts";

export const SOLID_NAMES: Readonly<Record<SolidKind, string>> = {
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
