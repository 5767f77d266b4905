/** Search in an open job by a few letters: loads, devices, links, fields, papers and steps. */

import type { CaseDocument } from "#core/case/document/types.ts";
import { computed, instancesOf, isAsked, labelOf, ownerOf, pointerOf, sectionOf } from "#core/case/fields/field.ts";
import { FIELDS } from "#core/case/fields/index.ts";
import { panelName } from "#core/case/fields/names.ts";
import type { StepId } from "#core/case/fields/steps.ts";
import type { Assessment } from "#core/decide/assessment.ts";
import { ownValue } from "#core/own-value.ts";
import { deviceName } from "#core/panel/quick-device.ts";
import { placeOfLink } from "#core/path/step-of-link.ts";
import { countedLoads } from "#core/rules/demand/loads.ts";
import { fieldContext } from "#core/rules/field-context.ts";
import { codebookOf } from "#core/rules/index.ts";
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
  return [...loads, ...devices, ...fieldsOf(document), ...links];
}

/** Devices are found by their own names, so their fields are not. */
const IN_A_DEVICE = /^[/]panels[/][*][/](circuits|rcdGroups)[/]/;
const FOUND_FIELDS = FIELDS.filter(({ at, control }) => control.kind !== "own" && !IN_A_DEVICE.test(at));

/** Names of the parts of the steps, as details of what is found in them. */
const SECTION_NAMES: Readonly<Record<string, string>> = {
  dwelling: "Dwelling",
  people: "People",
  measured: "Measured demand",
  calculation: "Calculation",
  cars: "Cars",
  energy: "Energy and hours",
  charger: "Charger",
  place: "Where the charger is mounted",
  run: "The run",
};

/** Every field that is asked for, by its label. */
function fieldsOf(document: CaseDocument): SearchResult[] {
  const { words } = codebookOf(document.rules);
  const found: SearchResult[] = [
    {
      id: "field:add-load",
      kind: "field",
      label: "Add a load",
      detail: "Loads",
      to: { step: "demand", section: "loads", field: "Add a load" },
    },
    {
      id: "field:method",
      kind: "field",
      label: "Method",
      detail: "Calculation",
      to: { step: "demand", section: "calculation", field: "Method" },
    },
  ];
  for (const field of FOUND_FIELDS)
    for (const index of instancesOf(field, document)) {
      const context = fieldContext(document, index);
      if (!isAsked(field, context)) continue;
      const { step, control } = field;
      const section = sectionOf(field, context);
      const detail =
        ownValue(SECTION_NAMES, section) ??
        capital(section === "supply" ? words.supply : (ownerOf(field, context) ?? words.board));
      const add = (label: string, pointer: string) =>
        found.push({ id: `field:${pointer}`, kind: "field", label, detail, to: { step, section, pointer } });
      const pointer = pointerOf(field, index);
      if (control.kind === "window")
        for (const end of ["from", "to"] as const) add(computed(control.ends[end], context), `${pointer}/${end}`);
      else add(labelOf(field, context), pointer);
    }
  const sheets: SearchResult[] = SHEETS.map(([step, section, label, detail]) => ({
    id: `sheet:${section}`,
    kind: "field",
    label,
    detail,
    to: { step, section },
  }));
  return [...found, ...sheets];
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
