/** Panels by their feeders: the order in which they nest, adding one, taking one away. */
import type { Patch } from "#core/case/document/patch.ts";
import { setValue } from "#core/case/document/set-value.ts";
import type { CaseDocument, Panel } from "#core/case/document/types.ts";

export interface NestedPanel {
  panel: Panel;
  /** Place in the list of the case. */
  index: number;
  /** 0 for a panel on the supply, 1 for one fed from it, and so on. */
  depth: number;
}

/** Every panel, each right after the one that feeds it. */
export function nestedPanels(document: CaseDocument): NestedPanel[] {
  const below = (from: string, depth: number): NestedPanel[] =>
    document.panels.flatMap((panel, index) =>
      (panel.fedFrom ?? "supply") === from ? [{ panel, index, depth }, ...below(panel.id, depth + 1)] : [],
    );
  return below("supply", 0);
}

/** The panel and every panel fed from it. */
export function fedThrough(document: CaseDocument, id: string): Set<string> {
  const found = new Set([id]);
  for (let grown = true; grown; ) {
    grown = false;
    for (const panel of document.panels)
      if (panel.fedFrom !== undefined && found.has(panel.fedFrom) && !found.has(panel.id)) {
        found.add(panel.id);
        grown = true;
      }
  }
  return found;
}

/** Panels that may feed another without leading round in a circle: all but itself and those behind it. */
export function mayFeed(document: CaseDocument, id: string): Panel[] {
  const behind = fedThrough(document, id);
  return document.panels.filter((p) => !behind.has(p.id));
}

/** A new panel fed from another; its ratings are still to be read. */
export const addSubPanel = (from: string, id: string, name: string): Patch => [
  { op: "add", path: "/panels/-", value: { id, name, fedFrom: from, feeder: {}, circuits: [] } },
];

/**
 * Takes a panel away; its loads and the charger go to the panel that fed it.
 * @returns null where other panels are fed from it, or it is the only one
 */
export function removePanel(document: CaseDocument, id: string): Patch | null {
  const index = document.panels.findIndex((p) => p.id === id);
  const panel = document.panels[index];
  if (!panel || document.panels.length === 1 || document.panels.some((p) => p.fedFrom === id)) return null;
  const from = document.panels.find((p) => p.id === panel.fedFrom)?.id;
  const circuits = new Set((panel.circuits ?? []).map((c) => c.id));
  return [
    ...document.loads.flatMap((l, i) => (l.panel === id ? setValue(document, `/loads/${i}/panel`, from) : [])),
    ...(document.charger?.panel === id ? setValue(document, "/charger/panel", from) : []),
    ...(document.outlets ?? []).flatMap((o, i) =>
      o.circuit && circuits.has(o.circuit) ? setValue(document, `/outlets/${i}/circuit`, null) : [],
    ),
    { op: "remove", path: `/panels/${index}` },
  ];
}
