/** Circuits of the main panel with their loads, and loads by themselves: `range 50a 2 pole 12 kW`, `load: hot tub 7.5 kW`. */

import { addCircuit } from "#core/panel/add-circuit.ts";
import { parseCircuit } from "#core/panel/quick-circuit.ts";
import { parseLoads } from "#core/panel/quick-load.ts";
import { caseVolts } from "#core/rules/demand/loads.ts";
import type { NoteReader } from "./types.ts";

/** Reads a line such as "load: dryer 5kw". */
export const readLoad: NoteReader = (line, { document, codebook, newId }) => {
  const typed = /^loads?[:\s]+(.+)$/i.exec(line)?.[1];
  if (!typed) return null;
  const read = parseLoads(typed, codebook, caseVolts(document, codebook));
  if ("problem" in read) return read;
  return {
    understood: read.map((e) => e.understood + (e.typical ? " (typical, check the nameplate)" : "")).join("; "),
    patch: read.map(({ load }) => ({ op: "add" as const, path: "/loads/-", value: { id: newId(load.kind), ...load } })),
  };
};

/** Reads a line that no other reader knows as a circuit, or says why it cannot. */
export const readCircuit: NoteReader = (line, { document, codebook, newId }) => {
  const read = parseCircuit(line, codebook, caseVolts(document, codebook));
  if ("problem" in read) return read;
  const [panel] = document.panels;
  if (!panel) return { problem: `There is no ${codebook.words.panel} yet` };
  const added = addCircuit(document, panel.id, read, { place: null, newId });
  if ("problem" in added) return added;
  return { understood: [read.understood, added.linked].filter(Boolean).join("; "), patch: added.patch };
};
