/** Copies of a case with one part changed; all other parts are shared with the original. */
import type { CaseDocument, Charger, Circuit, Outlet, Panel, Supply } from "./types.ts";

const one = <T extends { id: string }>(list: readonly T[], id: string, changes: Partial<T>): T[] =>
  list.map((thing) => (thing.id === id ? { ...thing, ...changes } : thing));

/** The case with changed fields of its supply. */
export const withSupply = (document: CaseDocument, changes: Partial<Supply>): CaseDocument => ({
  ...document,
  supply: { ...document.supply, ...changes },
});

/** Whether a change of earthing is one to or from TT: Ze is measured at the supply, RA at an electrode. */
export const hasOtherEarthOf = ({ supply }: CaseDocument, earthing: Supply["earthing"]): boolean =>
  (supply.earthing === "tt") !== (earthing === "tt");

/** The case with another earthing. To or from TT the measured value is removed, as it was measured on another earth. */
export const withEarthing = (document: CaseDocument, earthing: Supply["earthing"]): CaseDocument =>
  withSupply(document, { earthing, ...(hasOtherEarthOf(document, earthing) && { zeOhm: null }) });

/** The case with changed fields of one panel, by id. */
export const withPanel = (document: CaseDocument, id: string, changes: Partial<Panel>): CaseDocument => ({
  ...document,
  panels: one(document.panels, id, changes),
});

/** The case with changed fields of one circuit, by id, in any panel. */
export const withCircuit = (document: CaseDocument, id: string, changes: Partial<Circuit>): CaseDocument => ({
  ...document,
  panels: document.panels.map((panel) =>
    panel.circuits?.some((c) => c.id === id) ? { ...panel, circuits: one(panel.circuits, id, changes) } : panel,
  ),
});

/** The case with changed fields of one outlet, by id. */
export const withOutlet = (document: CaseDocument, id: string, changes: Partial<Outlet>): CaseDocument => ({
  ...document,
  outlets: one(document.outlets ?? [], id, changes),
});

/** The case with changed fields of its charger, which may not exist yet. */
export const withCharger = (document: CaseDocument, changes: Partial<Charger>): CaseDocument => ({
  ...document,
  charger: { ...document.charger, ...changes },
});

/** A panel with only some of its circuits; what named the others names nothing any more. */
export function withCircuitsOf(document: CaseDocument, panelId: string, circuits: readonly Circuit[]): CaseDocument {
  const panel = document.panels.find((p) => p.id === panelId);
  const gone = new Set((panel?.circuits ?? []).map((c) => c.id));
  for (const { id } of circuits) gone.delete(id);
  const kept = withPanel(document, panelId, { circuits: [...circuits] });
  if (gone.size === 0) return kept;
  const lost = (id: string | null | undefined) => typeof id === "string" && gone.has(id);
  const { circuit, ...charger } = kept.charger ?? {};
  return {
    ...kept,
    ...(lost(circuit) && { charger }),
    panels: kept.panels.map((p) => (lost(p.feeder?.circuit) ? { ...p, feeder: { ...p.feeder, circuit: null } } : p)),
    ...(kept.outlets && { outlets: kept.outlets.map((o) => (lost(o.circuit) ? { ...o, circuit: null } : o)) }),
  };
}

/** Source marks of removed things do not apply to their replacements. */
export function withoutSources(document: CaseDocument, isOf: (key: string) => boolean): CaseDocument {
  const sources = document.survey?.sources;
  if (!sources || !Object.keys(sources).some(isOf)) return document;
  const kept = Object.fromEntries(Object.entries(sources).filter(([key]) => !isOf(key)));
  return { ...document, survey: { ...document.survey, sources: kept } };
}

/** The ticked faults of the survey without some of them. */
export const withoutSeen = (document: CaseDocument, codes: readonly string[]): CaseDocument => {
  const seen = document.survey?.seen;
  if (!seen?.some((code) => codes.includes(code))) return document;
  return { ...document, survey: { ...document.survey, seen: seen.filter((code) => !codes.includes(code)) } };
};
