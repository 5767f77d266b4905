/** Search in an open job by a few letters: loads, devices, links, fields, papers and steps. */

import type { CaseDocument } from "#core/case/document/types.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import type { StepId } from "#core/path/missing.ts";
import { placeOfLink } from "#core/path/step-of-link.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import { codebookOf } from "#core/rules/index.ts";
import { panelName } from "#core/rules/link-names.ts";
import type { Codebook } from "#core/rules/types.ts";
import { showA, showVA } from "#core/units.ts";
import { capital } from "#core/words.ts";

export const FOUND_KINDS = ["step", "load", "device", "field", "link", "paper", "action", "job"] as const;
export type FoundKind = (typeof FOUND_KINDS)[number];

/** A search result, and its location. */
export interface SearchResult {
  id: string;
  kind: FoundKind;
  label: string;
  /** Text that distinguishes results of the same name. */
  detail: string;
  to: SearchPlace;
}

/** A place in a step of the open job. */
export interface StepPlace {
  step: StepId;
  /** A part of the step's sheet. */
  section?: string;
  /** The thing to focus: a load or device by its id, a field by its label or by its pointer. */
  load?: string;
  device?: string;
  field?: string;
  pointer?: string;
}

export type SearchPlace = StepPlace | { paper: string } | { action: string } | { job: string };

/** Everything of an open job that has a place in it. */
export function searchEntries(document: CaseDocument, assessment: Pick<Assessment, "path">): SearchResult[] {
  const codebook = codebookOf(document.rules);
  const several = document.panels.length > 1;
  const loads = countedLoads(document, codebook).map(
    ({ id, label, va }): SearchResult => ({
      id: `load:${id}`,
      kind: "load",
      label,
      detail: showVA(va),
      to: { step: "demand", load: id },
    }),
  );
  const devices = document.panels.flatMap((panel) =>
    (panel.circuits ?? []).map(
      (circuit): SearchResult => ({
        id: `device:${circuit.id}`,
        kind: "device",
        label: deviceName(circuit),
        detail: [
          circuit.ratingA ? showA(circuit.ratingA) : "",
          circuit.position ? `${codebook.words.space} ${circuit.position}` : "",
          several ? panelName(panel, codebook) : "",
        ]
          .filter(Boolean)
          .join(", "),
        to: { step: "survey", section: `panel-${panel.id}`, device: circuit.id },
      }),
    ),
  );
  const links = assessment.path.map((link): SearchResult => {
    const [step, section] = placeOfLink(link);
    return {
      id: `link:${link.link}`,
      kind: "link",
      label: link.name,
      detail: link.mayCarryA === null ? "" : `${showA(link.carriesA)} of ${showA(link.mayCarryA)}`,
      to: { step, section },
    };
  });
  return [...loads, ...devices, ...fieldsOf(document, codebook), ...links];
}

/** The fields of every step, by the labels they carry there. */
function fieldsOf(document: CaseDocument, codebook: Codebook): SearchResult[] {
  const { words, board, asksFor, survey } = codebook;
  const tt = document.supply.earthing === "tt";
  const labels: readonly [
    step: StepId,
    section: string,
    name: string,
    labels: readonly (string | false | null | undefined)[],
  ][] = [
    ["survey", "dwelling", "Dwelling", ["Address", "Customer", "Floor area", "Kind", "Already built"]],
    [
      "survey",
      "supply",
      capital(words.supply),
      [
        words.supplyRating,
        "System",
        capital(codebook.supplyConductor.name),
        asksFor.earthing && "Earthing",
        asksFor.earthing && (tt ? "Measured electrode" : "Measured Ze"),
        "Meter place",
        asksFor.earthing && "Looped to the neighbour",
        asksFor.isolator && "Isolator after the meter",
        asksFor.emergencyDisconnect && "Emergency disconnect outdoors",
        "Solar or other generation",
        "Battery",
      ],
    ],
    [
      "survey",
      "panels",
      capital(words.board),
      [
        board.words.main("breaker"),
        codebook.bus && "Bus rating",
        `Number of ${words.spaces}`,
        "Condition",
        `${capital(words.board)} place`,
        "Surge protection fitted",
      ],
    ],
    [
      "survey",
      "people",
      "People",
      ["Home is", survey.association.label, survey.authority.label, "Access", "Animals", "Gate"],
    ],
    ["demand", "loads", "Loads", ["Add a load"]],
    ["demand", "calculation", "Calculation", ["Method", asksFor.evTreatment && "The new charger counts"]],
    [
      "need",
      "energy",
      "Energy and hours",
      [
        "Energy a day, if known",
        "Solar surplus first",
        "Plugged in from",
        "Unplugged at",
        "Cheap rate from",
        "Cheap rate until",
        "Charge only at the cheap rate",
      ],
    ],
    [
      "need",
      "charger",
      "Charger",
      [
        "Largest current",
        "Connection",
        "Can be managed by clamps",
        asksFor.earthing && "Disconnects on an open PEN (lost neutral)",
        asksFor.earthing && "Detects 6 mA DC fault current",
      ],
    ],
  ];
  const sheets: SearchResult[] = SHEETS.map(([step, section, label, detail]) => ({
    id: `sheet:${section}`,
    kind: "field",
    label,
    detail,
    to: { step, section },
  }));
  const fields = labels.flatMap(([step, section, name, list]) =>
    list.flatMap((label): SearchResult[] =>
      label
        ? [{ id: `field:${step}:${label}`, kind: "field", label, detail: name, to: { step, section, field: label } }]
        : [],
    ),
  );
  return [...fields, ...sheets];
}

/** Parts of a step that are looked for by what is done in them. */
const SHEETS = [
  ["demand", "measured", "Measured demand", "Files, recorders, meter data"],
  ["ways", "nights", "Real nights", "Replay of all ways"],
] as const satisfies readonly (readonly [StepId, string, string, string])[];

const plain = (text: string) => text.toLowerCase().normalize("NFD").replace(/\p{M}/gu, "");

/** How well what was typed fits; 0 where it does not. Every word of it has to begin a word of what is found. */
function closeness({ label, detail }: SearchResult, words: readonly string[]): number {
  const name = plain(label);
  const all = `${name} ${plain(detail)}`.split(/[^\p{L}\p{N}]+/u);
  if (!words.every((word) => all.some((w) => w.startsWith(word)))) return 0;
  if (name.startsWith(words.join(" "))) return 3;
  return words.some((word) => name.split(/[^\p{L}\p{N}]+/u).some((w) => w.startsWith(word))) ? 2 : 1;
}

/**
 * Entries that begin with the typed letters, the best match first, otherwise in their given order.
 * @returns at most `most`; empty for no letters
 */
export function matchingEntries(all: readonly SearchResult[], text: string, most = 12): SearchResult[] {
  const words = plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  if (words.length === 0) return [];
  return all
    .map((found, at) => ({ found, at, close: closeness(found, words) }))
    .filter((f) => f.close > 0)
    .sort((a, b) => b.close - a.close || a.at - b.at)
    .slice(0, most)
    .map((f) => f.found);
}
