/** The craft list: what the hands do along the run, in their order, each line done, open or not needed. */
import { type Asked, askedOnSite } from "#core/case/document/confirmations.ts";
import { onSupply } from "#core/case/document/lookups.ts";
import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { takenWay } from "#core/decide/decision.ts";
import { labelsOf } from "#core/decide/labels.ts";
import { junctionBoxes, partsInWords } from "#core/rules/circuit/parts-of-run.ts";
import { codebookOf } from "#core/rules/index.ts";

interface CraftBasis {
  document: CaseDocument;
  assessment: Assessment;
  /** Boxes between the panel and the charger. */
  boxes: number;
  isArmoured: boolean;
  isBehindFeeder: boolean;
  /** Parts that a cable could be struck in, counted from 0. */
  exposed: readonly number[];
  /** It goes through an outer wall, or ends outdoors. */
  isOutdoors: boolean;
  isPlugged: boolean;
  hasSignal: boolean;
}

interface CraftRule {
  id: string;
  isFor?(basis: CraftBasis): boolean;
  text(basis: CraftBasis): string;
}

/** In the order of the hands. */
const CRAFT: readonly CraftRule[] = [
  { id: "entry", text: () => "Entry and its connector or gland fit the cable" },
  {
    id: "protected",
    isFor: ({ exposed }) => exposed.length > 0,
    text: ({ exposed }) => `Cable protected where it could be struck: ${partsInWords(exposed)}`,
  },
  { id: "supports", text: () => "Supports at their spacing" },
  { id: "box-earthed", isFor: ({ boxes, isPlugged }) => boxes > 0 || isPlugged, text: () => "Each metal box earthed" },
  { id: "free-length", isFor: ({ boxes, isPlugged }) => boxes > 0 || isPlugged, text: () => "Free length at each box" },
  { id: "identified", text: () => "Conductors identified anew where their colour is not that of their use" },
  {
    id: "neutral-apart",
    isFor: ({ isBehindFeeder }) => isBehindFeeder,
    text: () => "Neutral and earth apart in the panel behind the feeder, the bonding strap out",
  },
  { id: "armour", isFor: ({ isArmoured }) => isArmoured, text: () => "Armour earthed as designed, gland tight" },
  {
    id: "sleeve",
    isFor: ({ isOutdoors }) => isOutdoors,
    text: () => "Sleeve through the wall, falling to the outside, sealed",
  },
  { id: "drip-loop", text: () => "Strain relief and drip loop at the charger" },
  {
    id: "signal",
    isFor: ({ hasSignal }) => hasSignal,
    text: () => "Signal pair joined, spare cores folded away, apart from the power conductors",
  },
  { id: "weatherproof", isFor: ({ isOutdoors }) => isOutdoors, text: () => "Weatherproof at its end" },
];

/** Every line of the craft list of the way that is taken. */
export function craftOf(document: CaseDocument, assessment: Assessment): Asked[] {
  const way = takenWay(assessment);
  if (!way) return [];
  const { circuit } = way;
  const segments = document.run?.segments ?? [];
  const panel = document.panels.find(({ id }) => id === way.panel);
  const basis: CraftBasis = {
    document,
    assessment,
    boxes: circuit ? junctionBoxes(circuit).length : 0,
    isArmoured: circuit?.segments.some(({ conductor }) => conductor.type?.startsWith("armoured")) ?? false,
    isBehindFeeder: panel !== undefined && !onSupply(panel),
    exposed: segments.flatMap((segment, i) => (segment.exposed ? [i] : [])),
    isOutdoors:
      document.charger?.outdoors === true ||
      segments.some(({ through = {} }) => (through.solidWalls ?? 0) + (through.cavityWalls ?? 0) > 0),
    isPlugged: document.charger?.connection === "plug",
    hasSignal: way.limitA !== undefined && document.run?.signal?.by !== "radio",
  };
  const line = (id: string, text: string) => askedOnSite(`craft: ${id}`, text, text);
  const { words } = codebookOf(document.rules);
  return [
    ...CRAFT.flatMap(({ id, isFor, text }) => ((isFor?.(basis) ?? true) ? [line(id, text(basis))] : [])),
    ...labelsOf(document, assessment).map(({ id, title, at }) => line(`label ${id}`, `Label "${title}" ${at}`)),
    line("directory", `The new circuit on the directory of the ${words.board}`),
  ];
}
