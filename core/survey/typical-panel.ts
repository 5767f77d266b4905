/** A typical panel as a start: its ratings, circuits and loads, every one of them marked as assumed. */
import { applyPatch, type Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Load } from "#core/case/document/types.ts";
import { addCircuit } from "#core/panel/add-circuit.ts";
import { parseDevice } from "#core/panel/quick-device.ts";
import { codebookOf } from "#core/rules/index.ts";
import { type TypicalCircuit, type TypicalHome, USUAL_FLOOR_FT2 } from "#core/rules/typical-home.ts";
import { areaFt2 } from "#core/units.ts";
import { assumedKey, markAssumed } from "./assumed.ts";

/** Circuits of a typical home of this size, general ones last. */
export function typicalCircuits({ circuits, general }: TypicalHome, floorFt2 = USUAL_FLOOR_FT2): TypicalCircuit[] {
  const count = Math.max(1, Math.ceil(floorFt2 / general.ft2Each));
  return [...circuits, ...Array.from({ length: count }, () => general)];
}

/**
 * Makes the edit that fills an empty panel with the usual ratings, circuits and loads. It changes no rating that has a value.
 * @param newId makes an id for a kind of thing
 */
export function startFromTypical(
  document: CaseDocument,
  panelIndex: number,
  home: TypicalHome,
  newId: (kind: string) => string,
): Patch {
  const codebook = codebookOf(document.rules);
  const { floorArea } = document.dwelling;
  const keys: string[] = [];
  const patch: Patch[number][] = [];
  let now = document;
  const make = (part: Patch) => {
    now = applyPatch(now, part);
    patch.push(...part);
  };
  const panel = () => now.panels[panelIndex];
  const panelId = panel()?.id ?? "";
  for (const field of ["mainA", "busA", "spaces"] as const)
    if (home[field] !== undefined && !panel()?.[field]) {
      make(setValue(now, `/panels/${panelIndex}/${field}`, home[field]));
      keys.push(`panel.${panelId}.${field}`);
    }
  for (const { device, load } of typicalCircuits(home, floorArea ? areaFt2(floorArea) : undefined)) {
    const read = parseDevice(device, codebook.board);
    if ("problem" in read) throw new Error(`typical circuit "${device}": ${read.problem}`);
    const typed = load ? typicalLoad(load, read.device.label, codebook) : null;
    const added = addCircuit(now, panelId, { ...read, load: typed, outlet: null }, { place: null, newId });
    // A smaller panel that was read holds as many as it has room for.
    if ("problem" in added) continue;
    const known = new Set(now.loads.map((l) => l.id));
    make(added.patch);
    keys.push(assumedKey.circuit(added.circuit));
    keys.push(...now.loads.filter((l) => !known.has(l.id)).map((l) => assumedKey.load(l.id)));
  }
  make(markAssumed(now, keys, true));
  return patch;
}

function typicalLoad(kind: Load["kind"], label: string | undefined, codebook: ReturnType<typeof codebookOf>) {
  const found = codebook.loadKinds.find((k) => k.kind === kind);
  if (!found) throw new Error(`no load kind ${kind} in ${codebook.name}`);
  return { kind, label: label ?? found.label, ...(found.fixedVA === undefined ? found.typical : {}) };
}
